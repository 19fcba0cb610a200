import type { ResinCard } from '@north-step/core/resin';

/** The nine invented resins of the workshop, with invented values. */
const base = {
  version: 1,
  densityGPerMl: 1.1,
  solvents: ['isopropanol'],
  residueTolUm: 0.8,
  cureMedium: 'air',
  stainsBath: false,
  leavesGrit: false,
} as const;
const card = (
  over: Pick<ResinCard, 'id' | 'name' | 'family' | 'viscosityMPaS25' | 'exposureCapS' | 'notes'> & Partial<ResinCard>,
): ResinCard => ({ ...base, ...over });

export const RESINS: readonly { readonly card: ResinCard; readonly lots: readonly string[] }[] = [
  {
    card: card({
      id: 'grey-general',
      name: 'Grey General',
      version: 4,
      family: 'standard opaque',
      viscosityMPaS25: 280,
      exposureCapS: 900,
      solvents: ['isopropanol', 'detergent', 'water'],
      cardCureS: 360,
      notes: 'Everyday resin. Data sheet decides.',
    }),
    lots: ['22-C', '23-A'],
  },
  {
    card: card({
      id: 'tough-mooring',
      name: 'Tough Mooring',
      version: 2,
      family: 'tough',
      viscosityMPaS25: 850,
      exposureCapS: 1200,
      notes: 'Longer cure; gains from heat.',
    }),
    lots: ['T-07', 'T-08'],
  },
  {
    card: card({
      id: 'soft-gasket',
      name: 'Soft Gasket',
      version: 1,
      family: 'flexible',
      viscosityMPaS25: 1200,
      exposureCapS: 900,
      residueTolUm: 1.2,
      notes: 'Swells if left in solvent.',
    }),
    lots: ['SG-3'],
  },
  {
    card: card({
      id: 'clear-port',
      name: 'Clear Port',
      version: 2,
      family: 'clear',
      viscosityMPaS25: 320,
      exposureCapS: 900,
      hazedBy: ['ethanol'],
      dataSheet: 'folder 3, sheet CP-2',
      notes: 'Yellows first.',
    }),
    lots: ['22-C', '23-B'],
  },
  {
    card: card({
      id: 'rinse-grey',
      name: 'Rinse Grey',
      version: 1,
      family: 'water-wash',
      viscosityMPaS25: 240,
      exposureCapS: 900,
      solvents: ['water', 'isopropanol'],
      notes: 'Water washes it; that water is contaminated.',
    }),
    lots: ['RG-1'],
  },
  {
    card: card({
      id: 'bronze-pattern',
      name: 'Bronze Pattern',
      version: 3,
      family: 'casting pattern',
      viscosityMPaS25: 900,
      exposureCapS: 1200,
      cureMedium: 'glycerine',
      exotherm: 'more than 10 mm of it warms itself by 20 K in strong light.',
      dataSheet: 'folder 3, sheet BP-11',
      notes: 'Cure under glycerine; colour change tells.',
    }),
    lots: ['BP-11'],
  },
  {
    card: card({
      id: 'stiff-filled',
      name: 'Stiff Filled',
      version: 1,
      family: 'filled',
      viscosityMPaS25: 1600,
      densityGPerMl: 1.4,
      exposureCapS: 1200,
      residueTolUm: 1.5,
      leavesGrit: true,
      stainsBath: true,
      notes: 'Leaves grit: rinse after.',
    }),
    lots: ['SF-2'],
  },
  {
    card: card({
      id: 'hot-housing',
      name: 'Hot Housing',
      version: 1,
      family: 'high-temperature',
      viscosityMPaS25: 600,
      exposureCapS: 1200,
      exotherm: 'it warms itself in the first minutes; thick parts crack when the oven adds to that.',
      dataSheet: 'folder 3, sheet HH-5',
      notes: 'Oven step after the light.',
    }),
    lots: ['HH-5'],
  },
  {
    card: card({
      id: 'skin-clear',
      name: 'Skin Clear',
      version: 1,
      family: 'skin-contact clear',
      viscosityMPaS25: 450,
      exposureCapS: 900,
      procedure: { wash1S: 180, wash2S: 120, dryS: 1800, cureS: 720, reference: 'procedure SC-1, issue 2' },
      notes: 'Validated procedure only: exact times, no deviation. Licensed practice decides.',
    }),
    lots: ['SC-1'],
  },
];
