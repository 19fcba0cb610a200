import {
  type BathEvent,
  cloudOf,
  estimateOf,
  forecast,
  type HistoryItem,
  Replayer,
  type WashLoad,
} from '@north-step/core/estimate';
import { HALF_YEAR_LIMIT_PCT_W, type Happening, halfYear } from './halfYear.ts';

/** How the estimator fared against half-years it knows nothing about. Loads in % by weight. */
export type Verdict = {
  readonly rmsePctW: number;
  readonly coveragePct: number;
  readonly bookRmsePctW: number;
  readonly countingRmsePctW: number;
  readonly batchesLeftError: number;
  readonly countingLeftError: number;
  readonly days: number;
};
type Day = {
  readonly errorPctW: number;
  readonly covered: boolean;
  readonly bookErrorPctW: number;
  readonly loadPctW: number;
  readonly since: number;
  readonly left?: { readonly truth: number; readonly ours: number } | undefined;
};

const RECENT = 30;
/** Batches left are judged once a week, on Fridays, and only when the half-year is long enough to know the truth. */
const isFriday = (day: number): boolean => day % 7 === 4;

/** Judges the estimator on a run of seeds. @param particles default 2,000 */
export function judge(seeds: readonly number[], particles = 2000): Verdict {
  const days = seeds.flatMap((seed) => judgeOne(seed, particles));
  const root = (values: readonly number[]) => Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);
  const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  // counting gets its best chance: the pace and the life of a bath that fit these very half-years
  const pace = mean(days.map((d) => d.loadPctW)) / mean(days.map((d) => d.since));
  const known = days.filter((d) => d.left !== undefined);
  const life = mean(known.map((d) => d.left!.truth + d.since));
  return {
    rmsePctW: root(days.map((d) => d.errorPctW)),
    coveragePct: 100 * mean(days.map((d) => (d.covered ? 1 : 0))),
    bookRmsePctW: root(days.map((d) => d.bookErrorPctW)),
    countingRmsePctW: root(days.map((d) => d.loadPctW - pace * d.since)),
    batchesLeftError: mean(known.map((d) => Math.abs(d.left!.ours - d.left!.truth))),
    countingLeftError: mean(known.map((d) => Math.abs(Math.max(0, life - d.since) - d.left!.truth))),
    days: days.length,
  };
}

/** Weekly left-over counts for one bath; the book alone is the same filter without any reading. */
function judgeOne(seed: number, particles: number): Day[] {
  const told = halfYear(seed);
  const items: HistoryItem[] = [];
  const booked: HistoryItem[] = [];
  const recent: WashLoad[] = [];
  const replayer = new Replayer();
  const bookReplayer = new Replayer();
  const days: Day[] = [];
  told.forEach((happening, index) => {
    const item = itemOf(happening, `${index}`);
    if (item) {
      items.push(item);
      if (item.type === 'event') {
        booked.push(item);
        if (item.event.kind === 'wash' && item.event.bath === 'first') recent.push(item.event);
      }
    }
    if (!('day' in happening)) return;
    const { filter } = replayer.run({ baths: BATHS, items, seed, particles });
    const first = estimateOf(filter, 0);
    const book = estimateOf(bookReplayer.run({ baths: BATHS, items: booked, seed, particles: 100 }).filter, 0);
    days.push({
      errorPctW: first.loadPctW - happening.firstPctW,
      covered: happening.firstPctW >= first.range90[0] && happening.firstPctW <= first.range90[1],
      bookErrorPctW: book.loadPctW - happening.firstPctW,
      loadPctW: happening.firstPctW,
      since: happening.batchesSinceRotation,
      left:
        isFriday(happening.day) && recent.length > 0 && Number.isFinite(happening.trueBatchesLeft)
          ? {
              truth: happening.trueBatchesLeft,
              ours: forecast(cloudOf(filter, 0, undefined), recent.slice(-RECENT), HALF_YEAR_LIMIT_PCT_W).batchesLeft
                .median,
            }
          : undefined,
    });
  });
  return days;
}

const BATHS = ['first', 'clean'].map((id) => ({
  id,
  solvent: 'isopropanol' as const,
  solventG: 0,
  waterG: 0,
  resinG: 0,
}));

function itemOf(happening: Happening, id: string): HistoryItem | undefined {
  const { atMs } = happening;
  if ('reading' in happening) return { type: 'reading', reading: { id, atMs, ...happening.reading } };
  if (!('event' in happening)) return undefined;
  return { type: 'event', event: eventOf(happening.event, id, atMs) };
}

function eventOf(event: Extract<Happening, { event: unknown }>['event'], id: string, atMs: number): BathEvent {
  switch (event.kind) {
    case 'wash':
      return { ...event, id, atMs, lostWaterG: 0, carriedFrom: event.bath === 'clean' ? 'first' : undefined };
    case 'evaporate':
      return { ...event, id, atMs };
    case 'top up':
      return { ...event, kind: 'fill', id, atMs, resinG: 0 };
    case 'rotate':
      return { ...event, id, atMs, first: 'first', second: 'clean', resinG: 0 };
  }
}
