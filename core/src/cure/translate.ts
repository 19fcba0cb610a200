import { clamp, requireInRange } from '../units/index.ts';
import type { CureConstants } from './families.ts';
import {
  advance,
  type CureConditions,
  type CureState,
  conversionCeiling,
  greenState,
  type Medium,
  TIME_STEP_S,
} from './kinetics.ts';
import { HORIZON_S } from './window.ts';

export type CardSchedule = {
  readonly minutes: number;
  readonly tempC: number;
  readonly mWPerCm2: number;
  readonly medium: Medium;
};
export type OurLamp = {
  readonly mWPerCm2: number;
  /** what its heater holds, if it has one */
  readonly canHeatToC?: number | undefined;
  readonly medium: Medium;
  /** default 25 */
  readonly roomC?: number | undefined;
  /** default 0.5 K for each mW/cm², at most 15 */
  readonly lampHeatsK?: number | undefined;
};
export type Translation = {
  readonly reachable: boolean;
  /** under our lamp until surface and depth have what the card's lamp gave them */
  readonly minutes?: number;
  /** of the rise that the card's schedule gives, what ours ends with, % */
  readonly endsPct: number;
  /** light until 95 % of what is reachable here, where the card's cure is not */
  readonly lampMinutes?: number;
  /** then so long in an oven; absent when no oven gets there */
  readonly oven?: { readonly tempC: number; readonly minutes: number } | undefined;
};

const TOLERANCE = 0.001;
const SAME = 1e-6;
const CEILING_SHARE = 0.95;
const OVENS_C = [60, 80, 100, 120] as const;
const LONGEST_OVEN_S = 4 * 3600;
const DEFAULT_WALL_MM = 3;
const COMMON_ROOM_C = 25;

type Played = { readonly state: CureState; readonly atS: number };

/**
 * A card's minutes on our lamp: not the same time and not the same dose, but the same conversion at the surface and at depth.
 * @param wallMm of the part, both faces lit alike
 * @returns first time that both are reached within 0.001; or that they are not, with the light and the oven that get there
 * @throws RangeError for absurd light, temperature or time
 * @source cure model E
 */
export function translate(
  c: CureConstants,
  card: CardSchedule,
  ours: OurLamp,
  wallMm: number = DEFAULT_WALL_MM,
): Translation {
  requireInRange('card.minutes', card.minutes, 0.05, 24 * 60);
  requireInRange('card.mWPerCm2', card.mWPerCm2, 0.01, 1000);
  requireInRange('card.tempC', card.tempC, 0, 150);
  requireInRange('ours.mWPerCm2', ours.mWPerCm2, 0.01, 1000);
  requireInRange('ours.canHeatToC', ours.canHeatToC ?? COMMON_ROOM_C, 0, 150);
  requireInRange('wallMm', wallMm, 0.05, 500);
  const theirs = play(c, conditions(card.mWPerCm2, card.medium, card.tempC, wallMm), card.minutes * 60).state;
  const heldC = Math.min(ours.canHeatToC ?? 0, card.tempC);
  const roomC = ours.roomC ?? COMMON_ROOM_C;
  const here = conditions(ours.mWPerCm2, ours.medium, Math.max(roomC, heldC), wallMm, ours.lampHeatsK);
  const within = (tolerance: number) => (state: CureState) =>
    state.surface >= theirs.surface - tolerance && state.deep >= theirs.deep - tolerance;
  const there = within(TOLERANCE);
  // near a ceiling 0.001 is worth many seconds: it decides what is reachable, not when
  const exactly = play(c, here, HORIZON_S, within(SAME));
  const reached = within(SAME)(exactly.state) ? exactly : play(c, here, HORIZON_S, there);
  if (there(reached.state)) return { reachable: true, minutes: reached.atS / 60, endsPct: 100 };
  const nearly = (state: CureState) => {
    const ceiling = conversionCeiling(c, state.partC);
    const share = (value: number, goal: number) =>
      value >= goal - TOLERANCE || value >= c.green + CEILING_SHARE * (Math.min(ceiling, goal) - c.green);
    return (
      state.partC >= reached.state.partC - 1 && share(state.surface, theirs.surface) && share(state.deep, theirs.deep)
    );
  };
  const lit = play(c, here, HORIZON_S, nearly);
  return {
    reachable: false,
    endsPct: sharePct(c, lit.state, theirs),
    lampMinutes: lit.atS / 60,
    oven: ovenFor(c, lit.state, there, wallMm),
  };
}

/** The mildest oven that gets there within four hours. */
function ovenFor(
  c: CureConstants,
  lit: CureState,
  there: (state: CureState) => boolean,
  wallMm: number,
): Translation['oven'] {
  for (const tempC of OVENS_C) {
    const end = play(c, conditions(0, 'air', tempC, wallMm, 0), LONGEST_OVEN_S, there, { ...lit, chamberC: tempC });
    if (there(end.state)) return { tempC, minutes: end.atS / 60 };
  }
  return undefined;
}

const sharePct = (c: CureConstants, ours: CureState, theirs: CureState): number => {
  const share = (a: number, b: number) => (b <= c.green ? 1 : clamp((a - c.green) / (b - c.green), 0, 1));
  return 100 * Math.min(share(ours.surface, theirs.surface), share(ours.deep, theirs.deep));
};

const conditions = (
  mWPerCm2: number,
  medium: Medium,
  tempC: number,
  wallMm: number,
  lampHeatsK = Math.min(15, 0.5 * mWPerCm2),
): CureConditions => ({ medium, frontMWPerCm2: mWPerCm2, backMWPerCm2: mWPerCm2, wallMm, tempC, lampHeatsK });

/** Plays until a time or until something holds; the last step is cut where it begins to hold. */
function play(
  c: CureConstants,
  at: CureConditions,
  untilS: number,
  holds: (state: CureState) => boolean = () => false,
  from: CureState = greenState(c, at.tempC),
): Played {
  let state = from;
  let atS = 0;
  while (atS < untilS && !holds(state)) {
    const stepS = Math.min(TIME_STEP_S, untilS - atS);
    const next = advance(c, at, state, stepS);
    if (holds(next)) {
      let low = 0;
      let high = stepS;
      for (let round = 0; round < 12; round++) {
        const middle = (low + high) / 2;
        if (holds(advance(c, at, state, middle))) high = middle;
        else low = middle;
      }
      return { state: advance(c, at, state, high), atS: atS + high };
    }
    state = next;
    atS += stepS;
  }
  return { state, atS };
}
