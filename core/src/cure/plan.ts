import { chanceText, clockText } from '../units/index.ts';
import type { CureConstants } from './families.ts';
import { type PoseLight, windowOf } from './poses.ts';
import type { CureSetting, CureWindow } from './window.ts';

export type CurePlanStep = { readonly kind: 'cure' | 'look' | 'add'; readonly seconds: number; readonly note: string };
export type Timer = {
  /** the timer counts in steps of this, default 1 */
  readonly stepS?: number | undefined;
  /** the lamp switches itself off after this */
  readonly cutOutS?: number | undefined;
};

const FIRST_SHARE = 0.7;
const ADD_SHARE = 0.25;
/** The plan is listed until it has passed the expected start of the window by this much. */
const LISTED_SHARE = 1.25;

/** Longest first run and increments that a timer can set: start low, look, add. */
export type Doses = { readonly firstS: number; readonly addS: number; readonly lastS: number };

/**
 * First run floor(0.7·t_min), increments floor(0.25·t_min), both to the timer's step (at least one), never past t_max.
 * @returns undefined when the window is closed or one timer step already passes its end
 */
export function cureDoses(window: CureWindow, timer: Timer): Doses | undefined {
  if (window.handleS === undefined) return undefined;
  const stepS = timer.stepS ?? 1;
  const whole = (seconds: number) => Math.max(stepS, Math.floor(seconds / stepS) * stepS);
  const lastS = window.maxS === undefined ? Number.POSITIVE_INFINITY : Math.floor(window.maxS / stepS) * stepS;
  const firstS = whole(FIRST_SHARE * window.handleS);
  if (firstS > lastS || window.handleS > (window.maxS ?? Number.POSITIVE_INFINITY)) return undefined;
  return { firstS, addS: whole(ADD_SHARE * window.handleS), lastS };
}

/**
 * The plan in words: run, look, add while it is tacky; long runs are split where the lamp cuts out.
 * @param light decided first light, with the chance that its look passes; else on the low side
 */
export function curePlan(
  window: CureWindow,
  timer: Timer = {},
  light?: Doses & { readonly passes: number },
): readonly CurePlanStep[] {
  const doses = light ?? cureDoses(window, timer);
  const note = light
    ? `first run; ${chanceText(light.passes)} ${light.passes > 0.97 || light.passes < 0.03 ? 'pass' : 'are good'} at the first look`
    : 'first run, on the low side';
  if (!doses || window.handleS === undefined) return [];
  const steps: CurePlanStep[] = [
    { kind: 'cure', seconds: doses.firstS, note: cycles(doses.firstS, timer, note) },
    { kind: 'look', seconds: 0, note: 'touch the coldest spot: no tack, no shine, no warm tint' },
  ];
  let totalS = doses.firstS;
  while (totalS < window.handleS * LISTED_SHARE) {
    const addS = Math.min(doses.addS, doses.lastS - totalS);
    if (addS < (timer.stepS ?? 1)) break;
    totalS += addS;
    steps.push({
      kind: 'add',
      seconds: addS,
      note: cycles(addS, timer, `only while it is tacky; ${clockText(totalS)} in all`),
    });
    steps.push({ kind: 'look', seconds: 0, note: 'touch again' });
  }
  return steps;
}

/** Splits a run where the lamp switches itself off. @returns seconds of each cycle */
export function lampCycles(seconds: number, cutOutS: number | undefined): readonly number[] {
  if (cutOutS === undefined || seconds <= cutOutS) return [seconds];
  const full = Math.floor(seconds / cutOutS);
  const rest = seconds - full * cutOutS;
  return [...Array<number>(full).fill(cutOutS), ...(rest > 0 ? [rest] : [])];
}

function cycles(seconds: number, timer: Timer, note: string): string {
  const runs = lampCycles(seconds, timer.cutOutS);
  return runs.length === 1 ? note : `${note}; ${runs.length} cycles: ${runs.map(clockText).join(', ')}`;
}

/** A window narrower than this leaves no room for a look. */
export const OPEN_RATIO = 1.5;

/** How wide a window is: end over start. 0 when it is closed, Infinity when nothing ends it. */
export const windowRatio = (window: Pick<CureWindow, 'handleS' | 'maxS'>): number =>
  window.handleS === undefined ? 0 : (window.maxS ?? Number.POSITIVE_INFINITY) / window.handleS;

export type WindowRange = {
  readonly handleS: readonly [number, number];
  readonly maxS?: readonly [number, number] | undefined;
};

/** How far rate and harmful dose may be off either way, as shares. */
export type CureDoubt = { readonly rate: number; readonly dose: number };
/** Before any coupon of this resin under this lamp. Engineering guesses. */
export const UNTRIED: CureDoubt = { rate: 0.25, dose: 0.2 };

/** Soft edges: the window again with the resin's rate slower and faster, and tint and brittleness earlier and later. */
export function cureWindowRange(
  setting: CureSetting,
  doubt: CureDoubt = UNTRIED,
  poses?: readonly PoseLight[],
): WindowRange | undefined {
  const scaled = (rate: number, dose: number): CureConstants => ({
    ...setting.constants,
    k0PerS: setting.constants.k0PerS * rate,
    brittleJPerCm2: setting.constants.brittleJPerCm2 * dose,
    tint: setting.constants.tint && {
      ...setting.constants.tint,
      doseJPerCm2: setting.constants.tint.doseJPerCm2 * dose,
    },
  });
  const early = windowOf({ ...setting, constants: scaled(1 + doubt.rate, 1 / (1 + doubt.dose)) }, poses);
  const late = windowOf({ ...setting, constants: scaled(1 / (1 + doubt.rate), 1 + doubt.dose) }, poses);
  if (early.handleS === undefined || late.handleS === undefined) return undefined;
  const maxS = early.maxS !== undefined && late.maxS !== undefined ? ([early.maxS, late.maxS] as const) : undefined;
  return { handleS: [early.handleS, late.handleS], maxS };
}
