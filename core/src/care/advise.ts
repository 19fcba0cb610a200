import type { BathEstimate } from '../estimate/index.ts';
import { READING_KINDS, type ReadingKind, readingWorth } from '../reading/index.ts';
import { plainNumber } from '../units/index.ts';

const DAY_MS = 86_400_000;
/** A bath in use should be read at least this often: sooner near its limit, a fortnight anyhow. Engineering guesses. */
export const STALE_DAYS = 10;
const FORTNIGHT_DAYS = 14;
const BUSY_BATCHES = 10;
const NEAR_BATCHES = 5;
const NEAR_DAYS = 4;

export type BathFacts = {
  readonly name: string;
  readonly estimate: BathEstimate;
  readonly limitPctW: number;
  readonly lastReadingMs?: number | undefined;
  /** batches since that reading, or since it was filled when it was never read */
  readonly batchesSince: number;
  readonly batchesLeft: { readonly median: number; readonly range90: readonly [number, number] };
};
export type Advice = {
  readonly act: 'fill' | 'change' | 'read' | 'none';
  readonly say: string;
  readonly more: string;
  /** larger is more pressing */
  readonly weight: number;
};

/** Rather an empty bath than a wrong number. */
const EMPTY_ML = 50;

/**
 * What to do about a bath: change it when even its low end is past the limit or the middle is; read it when the range straddles
 * the limit or the last reading is old; else go on.
 */
export function adviseBath(facts: BathFacts, nowMs: number): Advice {
  const { estimate, limitPctW, name, batchesLeft } = facts;
  const [low, high] = estimate.range90;
  const range = `${plainNumber(low)}–${plainNumber(high)} %`;
  if (estimate.volumeMl < EMPTY_ML)
    return {
      act: 'fill',
      say: `Fill ${name}.`,
      more: 'A batch can only be washed in a bath that holds solvent.',
      weight: 90,
    };
  const readDays = facts.lastReadingMs === undefined ? undefined : (nowMs - facts.lastReadingMs) / DAY_MS;
  const age = readDays === undefined ? 'This filling was never read' : `The last reading is ${daysText(readDays)} old`;
  const washed = facts.batchesSince === 1 ? '1 batch' : `${facts.batchesSince} batches`;
  const ageAndWork = readDays === undefined ? `${age}; it has washed ${washed}` : `${age}, ${washed} ago`;
  const straddles = low < limitPctW && high > limitPctW;
  const isOld = facts.batchesSince > 0 && (readDays === undefined || readDays > STALE_DAYS);
  if (low >= limitPctW)
    return {
      act: 'change',
      say: `Change ${name}: it is past its limit.`,
      more: `${range}, act at ${plainNumber(limitPctW)} %.`,
      weight: 80,
    };
  if (straddles && (readDays === undefined || readDays > 0.5))
    return {
      act: 'read',
      say: `Read ${name} before the next batch.`,
      more: `${age}; the range ${range} straddles the ${plainNumber(limitPctW)} % limit.`,
      weight: 70,
    };
  if (estimate.loadPctW >= limitPctW)
    return {
      act: 'change',
      say: `Change ${name}: it is at its limit.`,
      more: `${range}, act at ${plainNumber(limitPctW)} %.`,
      weight: 75,
    };
  const near = batchesLeft.range90[0] <= NEAR_BATCHES && facts.batchesSince >= NEAR_BATCHES;
  if (near && (readDays === undefined || readDays > NEAR_DAYS))
    return {
      act: 'read',
      say: `Read ${name} soon.`,
      more: `${ageAndWork}; at ${range} the limit of ${plainNumber(limitPctW)} % may be ${batchesLeft.range90[0]} or ${batchesLeft.range90[1]} batches away.`,
      weight: 60,
    };
  const forgotten = facts.batchesSince >= BUSY_BATCHES && (readDays === undefined || readDays > FORTNIGHT_DAYS);
  if ((isOld && high > limitPctW * 0.6) || forgotten)
    return {
      act: 'read',
      say: `Read ${name}.`,
      more: `${ageAndWork}; the load lies between ${range}.`,
      weight: 40,
    };
  const [few, many] = batchesLeft.range90;
  return {
    act: 'none',
    say: `${name} is fit.`,
    more: `${range}; ${few}–${many} batches left.`,
    weight: -batchesLeft.median,
  };
}

export const daysText = (days: number): string =>
  days < 1 ? 'under a day' : `${Math.round(days)} day${Math.round(days) === 1 ? '' : 's'}`;

/** Spread of a bath's load, and its 90 % range, after a reading of this kind, if it says what is expected. */
export type Narrowing = { readonly kind: ReadingKind; readonly sdPctW: number; readonly minutes: number };
/** Where nobody says how well the strength is known, weight %. An engineering guess. */
const USUAL_STRENGTH_SD = 1;
/** Which reading would narrow the range most, best first. Two independent spreads combine as 1/√(1/a² + 1/b²). */
export function narrowing({
  loadPctW,
  sdPctW,
  strengthRange90,
}: Pick<BathEstimate, 'loadPctW' | 'sdPctW'> & Partial<Pick<BathEstimate, 'strengthRange90'>>): readonly Narrowing[] {
  const strengthSd = strengthRange90 ? (strengthRange90[1] - strengthRange90[0]) / 3.3 : USUAL_STRENGTH_SD;
  const confounded = Math.hypot(1.1 * strengthSd, 0.18);
  return READING_KINDS.map((kind) => {
    const worth = readingWorth(kind, loadPctW, confounded);
    return {
      kind,
      minutes: worth.minutes,
      sdPctW: sdPctW > 0 ? 1 / Math.hypot(1 / sdPctW, 1 / worth.sdPctW) : 0,
    };
  }).sort((a, b) => a.sdPctW - b.sdPctW || a.minutes - b.minutes);
}
