import { type CureConstants, type CureFamily, FAMILY_CONSTANTS, type Medium } from '../cure/index.ts';
import { given, type Perhaps } from '../given/index.ts';
import type { Solvent } from '../wash/index.ts';

/** One step of a maker's procedure, as a route has it, with its exact time. */
export type ProcedureStep = {
  /** an entry of the palette that routes are built from */
  readonly type: string;
  readonly where?: string | undefined;
  readonly seconds?: number | undefined;
  readonly medium?: Medium | undefined;
  readonly tempC?: number | undefined;
  readonly inTank?: boolean | undefined;
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
  readonly ultrasonicCapS?: number | undefined;
  /** time in solvent over all baths that its data sheet asks for at the least */
  readonly cardWashS?: number | undefined;
  readonly residueTolUm: number;
  /** shortest drying by its data sheet */
  readonly cardDryS?: number | undefined;
  readonly cureMedium: Medium;
  /** the card's own cure time, s: for those who cure by the card */
  readonly cardCureS?: number | undefined;
  /** the lamp and the warmth that the card's time is for; not said, a usual box at 25 °C is taken */
  readonly cardLight?: { readonly mWPerCm2: number; readonly tempC?: number | undefined } | undefined;
  /** heat after light that it stands, by its data sheet */
  readonly oven?: { readonly tempC: number; readonly seconds: number } | undefined;
  /** calibrated constants, over the family's */
  readonly cure?: Perhaps<CureConstants> | undefined;
  readonly stainsBath: boolean;
  readonly leavesGrit: boolean;
  /** its colour changes once it is cured through: looked for before it is called good */
  readonly changesColour?: boolean | undefined;
  /** liquids known to haze it; where this is not said, ethanol is suspected of hazing clear ones */
  readonly hazedBy?: readonly Solvent[] | undefined;
  /** in words: what it does when much of it cures at once */
  readonly exotherm?: string | undefined;
  /** where its data sheet is kept, as text; nothing is fetched from there */
  readonly dataSheet?: string | undefined;
  /** what its data sheet warns of, in words */
  readonly harm?: string | undefined;
  readonly procedure?: ValidatedProcedure | undefined;
  readonly notes: string;
};

export const cureConstantsOf = (card: ResinCard): CureConstants => ({
  ...FAMILY_CONSTANTS[card.family],
  ...given(card.cure ?? {}),
});
