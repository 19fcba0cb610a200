import { requireInRange, solveLinear, Z90 } from '../units/index.ts';
import { SHORE_AT_NONE, SHORE_SPAN } from './coupons.ts';
import { type CurePhase, type CureSetting, cureEnd } from './window.ts';

export const TEST_PROPERTIES = ['Shore D', 'breaking load'] as const;
export type TestProperty = (typeof TEST_PROPERTIES)[number];

/** How the samples of one set were cured. */
export type TestSchedule = {
  readonly seconds: number;
  readonly mWPerCm2: number;
  readonly medium: CureSetting['medium'];
  readonly tempC: number;
  readonly wallMm: number;
  /** baked afterwards */
  readonly oven?: { readonly tempC: number; readonly seconds: number } | undefined;
};
/** Mean of a set and where its true mean lies, 90 %. */
export type TestSpread = {
  readonly mean: number;
  /** of the readings; nothing for a single one */
  readonly sd?: number;
  readonly range90: readonly [number, number];
};

/** Of one tester on one kind of sample, where a set is too small to show it: 2.5 points of Shore D, or 12 % of a load. Engineering guesses. */
const USUAL_SD = { 'Shore D': () => 2.5, 'breaking load': (mean: number) => 0.12 * mean } as const;
/** 95th percentile of Student's t for 1, 2, 3 … degrees of freedom. @source Student (1908), as tabled in statistics texts */
const T95 = [6.314, 2.92, 2.353, 2.132, 2.015, 1.943, 1.895, 1.86, 1.833, 1.812] as const;

export function testSpread(property: TestProperty, readings: readonly number[]): TestSpread {
  for (const reading of readings) requireInRange('readings', reading, 0.1, property === 'Shore D' ? 100 : 1e6);
  const n = readings.length;
  if (n === 0) throw new RangeError('readings: give at least one');
  const mean = readings.reduce((sum, reading) => sum + reading, 0) / n;
  if (n === 1) {
    const half = Z90 * USUAL_SD[property](mean);
    return { mean, range90: [mean - half, mean + half] };
  }
  const sd = Math.sqrt(readings.reduce((sum, reading) => sum + (reading - mean) ** 2, 0) / (n - 1));
  const half = ((T95[n - 2] ?? Z90 * (1 + 1.5 / (n - 1))) * sd) / Math.sqrt(n);
  return { mean, sd, range90: [mean - half, mean + half] };
}

/** Stiffness that the constants expect: of the light alone at room temperature, and with the heat of the schedule. Shares, 0 to 1. */
export type ExpectedStiffness = { readonly unheated: number; readonly heated: number };

/** @param base resin, and what its lamp and room are like; the schedule overrules wall, light, medium and heat */
export function expectedStiffness(
  base: Pick<CureSetting, 'constants' | 'lampHeatsK'> & { readonly roomC: number },
  schedule: TestSchedule,
): ExpectedStiffness {
  const { seconds, mWPerCm2, medium, tempC, wallMm, oven } = schedule;
  const { roomC, constants, lampHeatsK } = base;
  const setting = { constants, lampHeatsK, wallMm, medium, coldMWPerCm2: mWPerCm2, hotMWPerCm2: mWPerCm2 };
  const unheated = cureEnd({ ...setting, tempC: Math.min(roomC, tempC) }, seconds).stiffnessPct / 100;
  const bake: readonly CurePhase[] = oven
    ? [{ seconds }, { seconds: oven.seconds, tempC: oven.tempC, medium: 'air', coldMWPerCm2: 0, hotMWPerCm2: 0 }]
    : [];
  const heated = cureEnd({ ...setting, tempC, phases: bake }, seconds + (oven?.seconds ?? 0)).stiffnessPct / 100;
  return { unheated, heated: Math.max(heated, unheated) };
}

/** What tests have shown of a resin. */
export type StiffnessFit = {
  /** the property at a stiffness, with its range */
  readonly at: (expected: ExpectedStiffness) => { readonly value: number; readonly range90: readonly [number, number] };
  /** how much heat adds against what the constants expect, 1 = as expected */
  readonly heatWorth: number;
  readonly heatWorthRange90: readonly [number, number];
  /** whether any set was heated: else heatWorth is only what was believed before */
  readonly heatTested: boolean;
};

/** Sample to sample sets differ by this much more than their readings do, share of the span. An engineering guess. */
const BETWEEN_SETS = 0.03;
/** Heat is worth what the constants say, give or take this share, until tests speak. An engineering guess. */
const HEAT_SD = 0.5;
/** Property of a resin just past gelling, and what full stiffness adds to it, with standard deviations. Engineering guesses. */
const BEFORE = {
  'Shore D': () => ({ none: SHORE_AT_NONE, noneSd: 15, span: SHORE_SPAN, spanSd: 15 }),
  'breaking load': (largest: number) => ({
    none: 0,
    noneSd: 0.3 * largest,
    span: 1.2 * largest,
    spanSd: 0.5 * largest,
  }),
} as const;

/**
 * property = none + span·unheated + heat·(heated − unheated), by weighted least squares on what was believed before;
 * heat over span says how much heat is worth against what the constants expect.
 * @source Gauss–Markov with a normal prior (Bayesian linear regression)
 */
export function fitStiffness(
  property: TestProperty,
  sets: readonly { readonly readings: readonly number[]; readonly expected: ExpectedStiffness }[],
): StiffnessFit {
  const largest = Math.max(1, ...sets.flatMap(({ readings }) => readings));
  const { none, noneSd, span, spanSd } = BEFORE[property](largest);
  // heat is tied to span: heat = span·worth, worth 1 ± HEAT_SD, so that their ratio is what the tests move
  const precision = [
    [1 / noneSd ** 2, 0, 0],
    [0, 1 / spanSd ** 2 + 1 / (HEAT_SD * span) ** 2, -1 / (HEAT_SD * span) ** 2],
    [0, -1 / (HEAT_SD * span) ** 2, 1 / (HEAT_SD * span) ** 2],
  ];
  const pull = [none / noneSd ** 2, span / spanSd ** 2, 0];
  for (const { readings, expected } of sets) {
    const { mean, sd = USUAL_SD[property](mean) } = testSpread(property, readings);
    const usual = USUAL_SD[property](mean);
    // few readings say little of their own spread: as if three more had the usual one
    const variance = ((readings.length - 1) * sd ** 2 + 3 * usual ** 2) / (readings.length + 2);
    const weight = 1 / (variance / readings.length + (BETWEEN_SETS * span) ** 2);
    const x = columns(expected);
    for (let i = 0; i < 3; i++) {
      pull[i]! += weight * x[i]! * mean;
      for (let j = 0; j < 3; j++) precision[i]![j]! += weight * x[i]! * x[j]!;
    }
  }
  const identity = (i: number) => [0, 1, 2].map((j) => (i === j ? 1 : 0));
  const solved = solveLinear(precision.map((row, i) => [...row, pull[i]!, ...identity(i)]));
  if (!solved) throw new RangeError('fitStiffness: the tests contradict each other beyond arithmetic');
  const [a, b, h] = solved.map((row) => row[0]!) as [number, number, number];
  const covariance = solved.map((row) => row.slice(1));
  const worth = h / b;
  const worthSd =
    Math.abs(worth) *
    Math.sqrt(
      Math.max(0, covariance[2]![2]! / h ** 2 + covariance[1]![1]! / b ** 2 - (2 * covariance[1]![2]!) / (h * b)),
    );
  return {
    at: (expected) => {
      const x = columns(expected);
      const value = a + b * x[1] + h * x[2];
      let variance = (BETWEEN_SETS * span) ** 2;
      for (let i = 0; i < 3; i++) for (let j = 0; j < 3; j++) variance += x[i]! * x[j]! * covariance[i]![j]!;
      const half = Z90 * Math.sqrt(variance);
      return { value, range90: [value - half, value + half] };
    },
    heatWorth: worth,
    heatWorthRange90: [Math.max(0, worth - Z90 * worthSd), worth + Z90 * worthSd],
    heatTested: sets.some(({ expected }) => expected.heated - expected.unheated > 0.01),
  };
}

const columns = ({ unheated, heated }: ExpectedStiffness): readonly [number, number, number] => [
  1,
  unheated,
  heated - unheated,
];
