import {
  CURE_FAMILIES,
  type CureConstants,
  type CureFamily,
  FAMILY_CONSTANTS,
  MEDIA,
  type Medium,
  validateCureConstants,
} from '../cure/index.ts';
import { SOLVENTS, type Solvent } from '../wash/index.ts';

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
  readonly residueTolUm: number;
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
  readonly procedure?: ValidatedProcedure;
  readonly notes: string;
};

export const cureConstantsOf = (card: ResinCard): CureConstants => ({ ...FAMILY_CONSTANTS[card.family], ...card.cure });

/** Every way a card breaks its own rules. Empty when it can be used. */
export function validateCard(card: ResinCard): readonly string[] {
  const breaches: string[] = [];
  const need = (holds: boolean, text: string) => {
    if (!holds) breaches.push(text);
  };
  need(card.name.trim() !== '', 'name is empty.');
  need(CURE_FAMILIES.includes(card.family), `family “${card.family}” is not known.`);
  need(MEDIA.includes(card.cureMedium), `cureMedium “${card.cureMedium}” is not known.`);
  need(
    card.solvents.length > 0 && card.solvents.every((s) => SOLVENTS.includes(s)),
    'solvents names none that is known.',
  );
  need(
    card.viscosityMPaS25 >= 1 && card.viscosityMPaS25 <= 100_000,
    `viscosityMPaS25 is ${card.viscosityMPaS25}; 1 to 100,000.`,
  );
  need(card.densityGPerMl >= 0.5 && card.densityGPerMl <= 3, `densityGPerMl is ${card.densityGPerMl}; 0.5 to 3.`);
  need(card.exposureCapS >= 10 && card.exposureCapS <= 7200, `exposureCapS is ${card.exposureCapS}; 10 to 7,200.`);
  need(
    card.ultrasonicCapS === undefined || (card.ultrasonicCapS >= 5 && card.ultrasonicCapS <= 3600),
    `ultrasonicCapS is ${card.ultrasonicCapS}; 5 to 3,600.`,
  );
  need(card.residueTolUm > 0 && card.residueTolUm <= 50, `residueTolUm is ${card.residueTolUm}; above 0, at most 50.`);
  need(
    card.cardCureS === undefined || (card.cardCureS >= 1 && card.cardCureS <= 86_400),
    `cardCureS is ${card.cardCureS}; 1 to 86,400.`,
  );
  need(
    card.cardLight === undefined || (card.cardLight.mWPerCm2 >= 0.1 && card.cardLight.mWPerCm2 <= 1000),
    `cardLight.mWPerCm2 is ${card.cardLight?.mWPerCm2}; 0.1 to 1,000.`,
  );
  need(
    card.oven === undefined || (card.oven.tempC >= 30 && card.oven.tempC <= 250 && card.oven.seconds >= 60),
    `oven is ${card.oven?.seconds} s at ${card.oven?.tempC} °C; a minute or more, at 30 to 250 °C.`,
  );
  need(
    card.hazedBy === undefined || card.hazedBy.every((s) => SOLVENTS.includes(s)),
    'hazedBy names a liquid that is not known.',
  );
  if (CURE_FAMILIES.includes(card.family)) breaches.push(...validateCureConstants(cureConstantsOf(card)));
  return breaches;
}
