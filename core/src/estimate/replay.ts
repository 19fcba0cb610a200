import { applyEvent } from './events.ts';
import { applyReading, loadsOf } from './evidence.ts';
import { cloneFilter, createFilter, type Filter, weightsOf } from './filter.ts';
import { medianAndRange } from './summary.ts';
import type { BathEvent, History, HistoryItem, ReadingVerdict, TracePoint } from './types.ts';

/** The load is written down at readings, movements and washes, and at most this often while a bath only evaporates. */
const TRACE_EVERY_MS = 12 * 3600 * 1000;
const SNAPSHOT_EVERY = 150;
const MOST_SNAPSHOTS = 24;

/** A replay under way; it changes in place and is copied into snapshots. */
type Progress = {
  readonly filter: Filter;
  readonly trace: TracePoint[];
  readonly verdicts: ReadingVerdict[];
  readonly lastTraceMs: Map<string, number>;
};
const copyOf = (now: Progress): Progress => ({
  filter: cloneFilter(now.filter),
  trace: [...now.trace],
  verdicts: [...now.verdicts],
  lastTraceMs: new Map(now.lastTraceMs),
});
type Snapshot = Progress & { readonly done: number; readonly key: string };
export type Replayed = {
  readonly filter: Filter;
  readonly trace: readonly TracePoint[];
  readonly verdicts: readonly ReadingVerdict[];
  /** how many items were not covered by a snapshot */
  readonly replayedItems: number;
};

export const itemAtMs = (item: HistoryItem): number => (item.type === 'event' ? item.event.atMs : item.reading.atMs);
/** Events and readings as they happened; at one instant those given first come first. */
export const inOrder = (items: readonly HistoryItem[]): HistoryItem[] =>
  [...items].sort((a, b) => itemAtMs(a) - itemAtMs(b));

/**
 * Replays histories; keeps snapshots, so that a reading added at the end replays only what follows the last one.
 * The same history always gives the same answer, whatever was replayed before.
 */
export class Replayer {
  private snapshots: Snapshot[] = [];
  private setupKey = '';

  run(history: History): Replayed {
    const setupKey = JSON.stringify([history.baths, history.seed, history.particles]);
    if (setupKey !== this.setupKey) this.snapshots = [];
    this.setupKey = setupKey;
    const keys = prefixKeys(history.items);
    const from = this.snapshots.filter(({ done, key }) => done <= history.items.length && keys[done] === key).at(-1);
    this.snapshots = from ? this.snapshots.slice(0, this.snapshots.indexOf(from) + 1) : [];
    const now: Progress = from
      ? copyOf(from)
      : {
          filter: createFilter(history.baths, history.seed, history.particles),
          trace: [],
          verdicts: [],
          lastTraceMs: new Map(),
        };
    const start = from?.done ?? 0;
    for (let done = start; done < history.items.length; done++) {
      step(now, history.items[done]!);
      if ((done + 1) % SNAPSHOT_EVERY === 0 || done + 1 === history.items.length)
        this.keep(now, done + 1, keys[done + 1]!);
    }
    return {
      filter: now.filter,
      trace: now.trace,
      verdicts: now.verdicts,
      replayedItems: history.items.length - start,
    };
  }

  private keep(now: Progress, done: number, key: string): void {
    this.snapshots.push({ ...copyOf(now), done, key });
    // the newest matter most: thin out the oldest half
    if (this.snapshots.length > MOST_SNAPSHOTS)
      this.snapshots = this.snapshots.filter((_, index) => index % 2 === 1 || index > MOST_SNAPSHOTS / 2);
  }
}

/** A fingerprint of every beginning of a history: keys[n] covers its first n items. */
function prefixKeys(items: readonly HistoryItem[]): string[] {
  const keys = [''];
  let hash = 0x811c9dc5;
  for (const item of items) {
    const text = JSON.stringify(item);
    for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
    keys.push(`${keys.length}:${hash >>> 0}`);
  }
  return keys;
}

const touched = (event: BathEvent): readonly string[] => {
  switch (event.kind) {
    case 'rotate':
      return [event.first, event.second];
    case 'transfer':
      return [event.from, event.to];
    case 'empty':
      return event.to === undefined ? [event.bath] : [event.bath, event.to];
    default:
      return [event.bath];
  }
};
const isJump = (event: BathEvent): boolean => event.kind !== 'wash' && event.kind !== 'evaporate';

function step(now: Progress, item: HistoryItem): void {
  const atMs = itemAtMs(item);
  if (item.type === 'reading') {
    writeDown(now, [item.reading.bath], atMs, true);
    const verdict = applyReading(now.filter, item.reading);
    writeDown(now, [item.reading.bath], atMs, true);
    if (verdict) now.verdicts.push(verdict);
    return;
  }
  const jump = isJump(item.event);
  if (jump) writeDown(now, touched(item.event), atMs, true);
  applyEvent(now.filter, item.event);
  writeDown(now, touched(item.event), atMs, jump || item.event.kind === 'wash');
}

/** Adds a point of the load's history for each bath that is due. */
function writeDown(now: Progress, baths: readonly string[], atMs: number, always: boolean): void {
  const { filter, trace, lastTraceMs } = now;
  const isDue = (id: string) => always || atMs - (lastTraceMs.get(id) ?? Number.NEGATIVE_INFINITY) >= TRACE_EVERY_MS;
  const due = baths.filter((id) => filter.bathIndex.has(id) && isDue(id));
  if (due.length === 0) return;
  const { weights } = weightsOf(filter);
  for (const bath of due) {
    const [loadPctW, [low, high]] = medianAndRange(loadsOf(filter, filter.bathIndex.get(bath)!), weights, 0, 100);
    trace.push({ atMs, bath, loadPctW, low, high });
    lastTraceMs.set(bath, atMs);
  }
}
