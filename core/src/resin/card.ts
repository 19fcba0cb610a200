import { type CureConstants, type CureFamily, FAMILY_CONSTANTS, type Medium } from '../cure/index.ts';
import type { Solvent } from '../wash/index.ts';

/** One step of a maker's procedure, as a route has it, with its exact time. */
export type ProcedureStep = {
  /** an entry of the palette that routes are built from */
  readonly type: string;
  readonly where?: string;
  readonly seconds?: number;
  readonly medium?: Medium;
  readonly tempC?: number;
  readonly inTank?: boolean;
};
/** A maker's validated procedure, whole: nothing is computed over it, and nothing else is run. */
export type ValidatedProcedure = TwoJars | { readonly reference: string; readonly steps: readonly ProcedureStep[] };
/** As cards told it before they carried whole orders of work. */
type TwoJars = {
  readonly wash1S: number;
  readonly wash2S: number;
  readonly dryS: number;
  readonly cureS: number;
  readonly reference: string;
};

/** What the bench knows of a resin. Cards are versioned; a batch keeps the card it ran with. */
export type ResinCard = {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly family: CureFamily;
  readonly viscosityMPaS25: number;
  readonly densityGPerMl: number;
  readonly solvents: readonly Solvent[];
  /** longest time in solvent over all stages */
  readonly exposureCapS: number;
  /** longest in an ultrasonic tank, where its data sheet says more, or less, than a minute */
  readonly ultrasonicCapS?: number;
  /** time in solvent over all baths that its data sheet asks for at the least */
  readonly cardWashS?: number;
  readonly residueTolUm: number;
  /** shortest drying by its data sheet */
  readonly cardDryS?: number;
  readonly cureMedium: Medium;
  /** the card's own cure time, s: for those who cure by the card */
  readonly cardCureS?: number;
  /** the lamp and the warmth that the card's time is for; not said, a usual box at 25 °C is taken */
  readonly cardLight?: { readonly mWPerCm2: number; readonly tempC?: number };
  /** heat after light that it stands, by its data sheet */
  readonly oven?: { readonly tempC: number; readonly seconds: number };
  /** calibrated constants, over the family's */
  readonly cure?: Partial<CureConstants>;
  readonly stainsBath: boolean;
  readonly leavesGrit: boolean;
  /** its colour changes once it is cured through: looked for before it is called good */
  readonly changesColour?: boolean;
  /** liquids known to haze it; where this is not said, ethanol is suspected of hazing clear ones */
  readonly hazedBy?: readonly Solvent[];
  /** in words: what it does when much of it cures at once */
  readonly exotherm?: string;
  /** where its data sheet is kept, as text; nothing is fetched from there */
  readonly dataSheet?: string;
  /** what its data sheet warns of, in words */
  readonly harm?: string;
  readonly procedure?: ValidatedProcedure;
  readonly notes: string;
};

export const cureConstantsOf = (card: ResinCard): CureConstants => ({ ...FAMILY_CONSTANTS[card.family], ...card.cure });
