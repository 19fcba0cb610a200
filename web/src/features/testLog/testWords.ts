import type { CureTest } from '@north-step/contract';
import {
  type CureSetting,
  DEFAULT_CURE_C,
  type ExpectedStiffness,
  expectedStiffness,
  fitStiffness,
  type StiffnessFit,
  type TestProperty,
  type TestSchedule,
} from '@north-step/core/cure';
import { cureConstantsOf, type ResinCard } from '@north-step/core/resin';
import { clockText, plainNumber } from '@north-step/core/units';

export type TestedSet = CureTest & { readonly expected: ExpectedStiffness };
export type Tested = { readonly sets: readonly TestedSet[]; readonly fit: StiffnessFit };

/** What a lamp does to the samples, where the test does not say it. */
type Room = { readonly roomC: number; readonly lampHeatsK?: number | undefined };

/** The sets of one resin and property, softest schedule first, with what its constants expect and what the tests make of it. @returns nothing without a test */
export function testedOf(
  card: ResinCard,
  tests: readonly CureTest[],
  property: TestProperty,
  room: Room,
): Tested | undefined {
  const base = { constants: cureConstantsOf(card), ...room };
  const sets = tests
    .filter((test) => test.cardId === card.id && test.property === property)
    .map((test) => ({ ...test, expected: expectedStiffness(base, test.schedule) }))
    .sort((a, b) => a.expected.heated - b.expected.heated || a.atMs - b.atMs);
  return sets.length === 0 ? undefined : { sets, fit: fitStiffness(property, sets) };
}

export const unitOf = (property: TestProperty): string => (property === 'Shore D' ? 'Shore D' : 'N');

const degrees = (tempC: number): string => `${Number(tempC.toFixed(1))} °C`;
/** “10:00 in air at 22 °C, then 60 min at 60 °C” */
export function scheduleWords({ seconds, medium, tempC, oven }: TestSchedule): string {
  const light = `${clockText(seconds)} ${medium === 'air' ? 'in air' : `under ${medium}`} at ${degrees(tempC)}`;
  return oven ? `${light}, then ${Math.round(oven.seconds / 60)} min at ${degrees(oven.tempC)}` : light;
}

/** Readings as typed: numbers apart by spaces, commas or semicolons. @returns nothing when one of them is no number */
export function readingsFrom(text: string): readonly number[] | undefined {
  const parts = text.split(/[\s;,]+/).filter((part) => part !== '');
  const values = parts.map(Number);
  return values.length > 0 && values.every((value) => Number.isFinite(value) && value > 0) ? values : undefined;
}

/** The property of parts that leave the lamp after so long, and with an hour in an oven after it. */
export function testedWords(
  { sets, fit }: Tested,
  property: TestProperty,
  setting: CureSetting,
  handleS: number,
): string {
  const schedule: TestSchedule = {
    seconds: handleS,
    mWPerCm2: setting.coldMWPerCm2,
    medium: setting.medium,
    tempC: setting.tempC ?? DEFAULT_CURE_C,
    wallMm: setting.wallMm,
  };
  const of = (one: TestSchedule) => {
    const base = { constants: setting.constants, roomC: schedule.tempC, lampHeatsK: setting.lampHeatsK };
    const { value, range90 } = fit.at(expectedStiffness(base, one));
    return `${plainNumber(value, 3)} ${unitOf(property)} (${plainNumber(range90[0], 3)}–${plainNumber(range90[1], 3)})`;
  };
  const baked = of({ ...schedule, oven: { tempC: 60, seconds: 3600 } });
  return `By ${sets.length} tested sets about ${of(schedule)} when first handled; with an hour at 60 °C after it ${baked}.`;
}

/** What heat is worth here, in one sentence. */
export function heatSentence({ sets, fit }: Tested, property: TestProperty): string {
  const [low, high] = fit.heatWorthRange90;
  const range = `${plainNumber(low)}–${plainNumber(high)}`;
  if (!fit.heatTested) return 'No heated samples yet: what heat is worth here is not known.';
  const heated = sets.filter(({ expected }) => expected.heated - expected.unheated > 0.01).at(-1)!;
  const gain = fit.at(heated.expected).value - fit.at({ ...heated.expected, heated: heated.expected.unheated }).value;
  const amount = `${plainNumber(Math.abs(gain))} ${unitOf(property)}`;
  return `${scheduleWords(heated.schedule)}: heat ${gain >= 0 ? 'adds' : 'takes'} ${amount}, ${plainNumber(fit.heatWorth)} times what the constants expect (${range}).`;
}
