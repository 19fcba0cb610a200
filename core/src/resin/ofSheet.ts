import type { CureFamily, Medium } from '../cure/index.ts';
import { given } from '../given/index.ts';
import type { Solvent } from '../wash/index.ts';
import type { ResinCard } from './card.ts';

/** What a data sheet says, as far as somebody typed it. */
export type SheetSays = Pick<ResinCard, 'name' | 'family'> & {
  readonly [K in 'cardCureS' | 'cardWashS' | 'cardDryS' | 'exposureCapS' | 'viscosityMPaS25' | 'oven']?:
    | ResinCard[K]
    | undefined;
} & {
  /** the lamp that its light minutes are for */
  readonly cardMWPerCm2?: number | undefined;
};

type Usual = {
  readonly viscosityMPaS25: number;
  readonly exposureCapS: number;
  readonly solvents: readonly Solvent[];
  readonly residueTolUm?: number;
  readonly densityGPerMl?: number;
  readonly cureMedium?: Medium;
  readonly leavesGrit?: true;
  readonly stainsBath?: true;
  readonly changesColour?: true;
};
const ALCOHOLS: readonly Solvent[] = ['isopropanol', 'ethanol'];
/** What resins of a family are usually like, until the sheet says otherwise. Engineering guesses. */
const USUAL: Readonly<Record<CureFamily, Usual>> = {
  'standard opaque': { viscosityMPaS25: 300, exposureCapS: 900, solvents: [...ALCOHOLS, 'detergent'] },
  clear: { viscosityMPaS25: 350, exposureCapS: 720, solvents: ['isopropanol'], residueTolUm: 0.6 },
  tough: { viscosityMPaS25: 850, exposureCapS: 900, solvents: ALCOHOLS },
  flexible: { viscosityMPaS25: 700, exposureCapS: 600, solvents: ALCOHOLS },
  'water-wash': { viscosityMPaS25: 250, exposureCapS: 900, solvents: ['water'] },
  'casting pattern': {
    viscosityMPaS25: 800,
    exposureCapS: 600,
    solvents: ALCOHOLS,
    cureMedium: 'glycerine',
    changesColour: true,
  },
  filled: {
    viscosityMPaS25: 1500,
    exposureCapS: 900,
    solvents: ALCOHOLS,
    densityGPerMl: 1.4,
    residueTolUm: 1.5,
    leavesGrit: true,
    stainsBath: true,
  },
  'high-temperature': { viscosityMPaS25: 600, exposureCapS: 900, solvents: ALCOHOLS },
  'skin-contact clear': { viscosityMPaS25: 450, exposureCapS: 600, solvents: ['isopropanol'], residueTolUm: 0.5 },
};

/** A first card of a resin: what its sheet says over what its family is usually like. @param id as it is kept under */
export function cardOfSheet(says: SheetSays, id: string): ResinCard {
  const { name, family, cardMWPerCm2, ...sheet } = says;
  const usual = USUAL[family];
  const said = given(sheet);
  return {
    residueTolUm: 0.8,
    densityGPerMl: 1.1,
    cureMedium: 'air',
    ...usual,
    stainsBath: usual.stainsBath ?? false,
    leavesGrit: usual.leavesGrit ?? false,
    id,
    name: name.trim(),
    version: 1,
    family,
    ...said,
    ...(cardMWPerCm2 === undefined ? {} : { cardLight: { mWPerCm2: cardMWPerCm2 } }),
    notes: 'From its data sheet and what its family is usually like. The data sheet decides.',
  };
}
