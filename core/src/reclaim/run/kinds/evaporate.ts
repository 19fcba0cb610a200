import { DAY_S, type RunKindShape } from './shape.ts';

/** A remainder of alcohol that is worth nothing: dried in a shallow pan outdoors, the residue binned. */
export const evaporate = {
  label: 'evaporate and bin',
  does: 'All solvent goes to the air; the resin is hardened, scraped out and binned.',
  inside: 'pan',
  fillShare: 0.9,
  givesBack: false,
  gear: ['gloves', 'eye cover', 'outdoors, sheltered', 'out of reach of animals and children'],
  caution:
    'Outdoors only, away from flames, sparks and openings of buildings: the vapour burns and lies low. In many places letting solvent evaporate on purpose is forbidden: local codes decide.',
  opening: [{ kind: 'pour' }, { kind: 'dry' }],
  after: ({ kind }, { seen }) => {
    if (kind === 'dry') return [{ kind: 'look' }];
    if (kind === 'look') return [{ kind: seen === 'dry' ? 'bin' : 'dry' }];
    return [];
  },
  waitsS: { dry: DAY_S },
} as const satisfies RunKindShape;
