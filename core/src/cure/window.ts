import { breachText, InputError, requireInRange } from '../units/index.ts';
import { type CureConstants, skinDepthMm, validateCureConstants } from './families.ts';
import {
  advance,
  type CureConditions,
  type CureState,
  conversionCeiling,
  greenState,
  type Medium,
  stiffnessShare,
  TIME_STEP_S,
  tintDeltaB,
} from './kinetics.ts';

/** Past this nobody stands at a lamp; a target not reached by then is called unreachable. */
export const HORIZON_S = 6 * 3600;
export const DEFAULT_CURE_C = 25;
/** A lamp warms its chamber in proportion to its light: 5 K at 10 mW/cm², 15 K at most. An engineering guess. */
const LAMP_HEATS_K_PER_MW_PER_CM2 = 0.5;
const MOST_LAMP_HEATS_K = 15;
const FULL_SHARE = 0.9;

export type CureSetting = {
  readonly constants: CureConstants;
  readonly wallMm: number;
  readonly coldMWPerCm2: number;
  readonly hotMWPerCm2: number;
  readonly medium: Medium;
  /** room or chamber, default 25 */
  readonly tempC?: number | undefined;
  /** of the part as it goes in; default the room, at most 25, and no warmer than the chamber */
  readonly entersC?: number | undefined;
  /** warming by the lamp itself, default 0.5 K for each mW/cm² */
  readonly lampHeatsK?: number | undefined;
  /** played before the setting above goes on for as long as needed */
  readonly phases?: readonly CurePhase[] | undefined;
};

export type CurePhase = {
  readonly seconds: number;
  readonly medium?: Medium | undefined;
  readonly tempC?: number | undefined;
  readonly coldMWPerCm2?: number | undefined;
  readonly hotMWPerCm2?: number | undefined;
};

export type CureWindow = {
  /** tack-free, and skin cured, at the coldest spot; absent when not reached in six hours */
  readonly handleS?: number | undefined;
  /** 90 % of the attainable rise at the coldest spot; absent when tint or brittleness comes first */
  readonly fullS?: number | undefined;
  /** tint limit or brittleness at the hottest spot */
  readonly maxS?: number | undefined;
  /** what sets handleS: a tacky surface, uncured depth, or a temperature ceiling below the target */
  readonly limitedBy: 'tack' | 'depth' | 'ceiling';
  readonly maxBy: 'tint' | 'brittle' | 'none';
};

type Targets = {
  tackS?: number | undefined;
  deepS?: number | undefined;
  fullS?: number | undefined;
  tintS?: number | undefined;
  brittleS?: number | undefined;
};

/**
 * Start and end of the cure window in one forward pass over the coldest and hottest spot, crossings interpolated.
 * @throws RangeError for absurd light, wall, temperature or constants
 * @source cure model D
 */
export function cureWindow(setting: CureSetting): CureWindow {
  checkSetting(setting);
  const c = setting.constants;
  const hit: Targets = {};
  walk(setting, (before, after) => {
    const cross = (from: number, to: number, goal: number) =>
      from < goal && to >= goal ? before.atS + ((goal - from) / (to - from)) * (after.atS - before.atS) : undefined;
    const ceiling = conversionCeiling(c, after.cold.partC);
    const fullGoal = c.green + FULL_SHARE * (ceiling - c.green);
    hit.tackS ??= cross(before.cold.surface, after.cold.surface, c.tack);
    hit.deepS ??= cross(before.cold.deep, after.cold.deep, c.deep);
    hit.fullS ??= cross(leastOf(before.cold), leastOf(after.cold), fullGoal);
    hit.brittleS ??= cross(before.hot.surfaceDoseJPerCm2, after.hot.surfaceDoseJPerCm2, c.brittleJPerCm2);
    if (c.tint) {
      const [from, to] = [before, after].map((m) => tintDeltaB(c, m.hot.surfaceDoseJPerCm2)) as [number, number];
      hit.tintS ??= cross(from, to, c.tint.limitDb);
    }
    const over = hit.brittleS !== undefined || hit.tintS !== undefined;
    return !(over && hit.tackS !== undefined && hit.deepS !== undefined);
  });
  return toWindow(hit);
}

const leastOf = (state: CureState): number => Math.min(state.surface, state.deep);

function toWindow(hit: Targets): CureWindow {
  const reached = hit.tackS !== undefined && hit.deepS !== undefined;
  const handleS = reached ? Math.max(hit.tackS!, hit.deepS!) : undefined;
  const maxS = Math.min(hit.tintS ?? Number.POSITIVE_INFINITY, hit.brittleS ?? Number.POSITIVE_INFINITY);
  const finiteMaxS = Number.isFinite(maxS) ? maxS : undefined;
  const fullS = hit.fullS !== undefined && hit.fullS <= maxS ? Math.max(hit.fullS, handleS ?? 0) : undefined;
  const limitedBy = !reached ? 'ceiling' : hit.tackS! >= hit.deepS! ? 'tack' : 'depth';
  const maxBy = finiteMaxS === undefined ? 'none' : finiteMaxS === hit.tintS ? 'tint' : 'brittle';
  return { handleS, fullS, maxS: finiteMaxS, limitedBy, maxBy };
}

export type Moment = { readonly atS: number; readonly cold: CureState; readonly hot: CureState };

/** How the coldest and the hottest spot stand after a time under the setting. */
export function cureMoment(setting: CureSetting, seconds: number): Moment {
  checkSetting(setting);
  let last: Moment = startOf(setting);
  walk(
    setting,
    (_, after) => {
      last = after;
      return after.atS < seconds;
    },
    seconds,
  );
  return last;
}

export type CureEnd = {
  readonly stiffnessPct: number;
  readonly tintDeltaB: number;
  readonly surface: number;
  readonly deep: number;
};

/** What the part is like at the end: stiffness at the coldest depth, tint at the hottest face. */
export function cureEnd(setting: CureSetting, seconds: number): CureEnd {
  const { cold, hot } = cureMoment(setting, seconds);
  const stiffnessPct = 100 * stiffnessShare(setting.constants, leastOf(cold));
  return {
    stiffnessPct,
    tintDeltaB: tintDeltaB(setting.constants, hot.surfaceDoseJPerCm2),
    surface: cold.surface,
    deep: cold.deep,
  };
}

const startOf = (setting: CureSetting): Moment => {
  const chamberC = setting.tempC ?? DEFAULT_CURE_C;
  const green = {
    ...greenState(setting.constants, chamberC),
    partC: setting.entersC ?? Math.min(chamberC, DEFAULT_CURE_C),
  };
  return { atS: 0, cold: green, hot: green };
};

function walk(setting: CureSetting, visit: (before: Moment, after: Moment) => boolean, untilS = HORIZON_S): void {
  let moment = startOf(setting);
  const openEnd: CurePhase = { seconds: Number.POSITIVE_INFINITY };
  for (const phase of [...(setting.phases ?? []), openEnd]) {
    const cold = conditions(setting, phase, phase.coldMWPerCm2 ?? setting.coldMWPerCm2);
    const hot = conditions(setting, phase, phase.hotMWPerCm2 ?? setting.hotMWPerCm2);
    const endS = Math.min(moment.atS + phase.seconds, untilS);
    while (moment.atS < endS) {
      const stepS = Math.min(TIME_STEP_S, endS - moment.atS);
      const after: Moment = {
        atS: moment.atS + stepS,
        cold: advance(setting.constants, cold, moment.cold, stepS),
        hot: advance(setting.constants, hot, moment.hot, stepS),
      };
      const goOn = visit(moment, after);
      moment = after;
      if (!goOn) return;
    }
  }
}

const conditions = (setting: CureSetting, phase: CurePhase, light: number): CureConditions => ({
  medium: phase.medium ?? setting.medium,
  frontMWPerCm2: light,
  backMWPerCm2: light,
  wallMm: setting.wallMm,
  tempC: phase.tempC ?? setting.tempC ?? DEFAULT_CURE_C,
  lampHeatsK: setting.lampHeatsK ?? defaultLampHeatsK(setting),
});

const defaultLampHeatsK = (setting: CureSetting): number =>
  Math.min(MOST_LAMP_HEATS_K, (LAMP_HEATS_K_PER_MW_PER_CM2 * (setting.coldMWPerCm2 + setting.hotMWPerCm2)) / 2);

function checkSetting(setting: CureSetting): void {
  requireInRange('wallMm', setting.wallMm, 0.05, 500);
  requireInRange('coldMWPerCm2', setting.coldMWPerCm2, 0.01, 1000);
  requireInRange('hotMWPerCm2', setting.hotMWPerCm2, setting.coldMWPerCm2, 1000);
  requireInRange('tempC', setting.tempC ?? DEFAULT_CURE_C, 0, 150);
  requireInRange('lampHeatsK', setting.lampHeatsK ?? 0, 0, 100);
  for (const phase of setting.phases ?? []) requireInRange('phases.seconds', phase.seconds, 0, HORIZON_S);
  const breaches = validateCureConstants(setting.constants);
  if (breaches.length > 0) throw new InputError('resin', `resin: ${breachText(breaches)}`);
}

/** Depth to which this wall is cured before it counts as done. @returns mm */
export const targetDepthMm = (setting: CureSetting): number => skinDepthMm(setting.constants, setting.wallMm);
