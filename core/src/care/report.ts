import {
  type BathEstimate,
  type BathEvent,
  cloudOf,
  estimateOf,
  type Filter,
  type Forecast,
  forecast,
  type HistoryItem,
  learnedOf,
  learnedWords,
  type Replayed,
  type TracePoint,
} from '../estimate/index.ts';
import type { Prices } from '../prices/index.ts';
import { solventDensityGPerMl } from '../solvent/index.ts';
import type { Solvent } from '../wash/index.ts';
import { type Advice, adviseBath, type Narrowing, narrowing } from './advise.ts';
import { type Choice, type ChoiceQuestion, choicesFor, type Source } from './choices.ts';
import type { BathLimit } from './limits.ts';

/** One bath to report on. */
export type CareBath = {
  readonly id: string;
  readonly name: string;
  readonly solvent: Solvent;
  readonly capacityMl: number;
  readonly limit: BathLimit;
  /** the bath that parts come from before this one */
  readonly carrierId?: string | undefined;
  /** where its line is rotated: the bath that takes this one's place, and the one that leaves */
  readonly rotation?: { readonly nextId?: string | undefined; readonly leavesId: string } | undefined;
  readonly lastReadingMs?: number | undefined;
  /** when what is in there was put in */
  readonly lastFillMs?: number | undefined;
};
export type CareQuestion = {
  readonly nowMs: number;
  readonly baths: readonly CareBath[];
  readonly sources: readonly Source[];
  readonly prices: Prices;
  /** names of vessels and resins, by id */
  readonly names: Readonly<Record<string, string>>;
};
export type CareReport = {
  readonly id: string;
  readonly estimate: BathEstimate;
  readonly forecast: Forecast;
  readonly batchesPerDay: number;
  readonly advice: Advice;
  readonly narrowing: readonly Narrowing[];
  readonly choices: readonly Choice[];
  readonly learned: readonly string[];
  readonly trace: readonly TracePoint[];
};

const DAY_MS = 86_400_000;
const RECENT_WASHES = 30;
const PACE_DAYS = 28;
const MOST_TRACE = 500;

type Wash = Extract<BathEvent, { kind: 'wash' }>;

/** Everything that can be said of the baths from a replayed history. */
export function careReport(
  replayed: Replayed,
  items: readonly HistoryItem[],
  question: CareQuestion,
): readonly CareReport[] {
  const { filter } = replayed;
  const washes = items.flatMap((item) => (item.type === 'event' && item.event.kind === 'wash' ? [item.event] : []));
  const learned = learnedOf(filter);
  const nameOf = (id: string) => question.names[id] ?? id;
  return question.baths.map((bath) => {
    const mine = washes.filter((wash) => wash.bath === bath.id);
    const index = filter.bathIndex.get(bath.id)!;
    const estimate = estimateOf(filter, index);
    const cloud = cloudOf(
      filter,
      index,
      bath.carrierId === undefined ? undefined : filter.bathIndex.get(bath.carrierId),
    );
    const recent = mine.slice(-RECENT_WASHES);
    const { limitPctW } = bath.limit;
    const ahead = forecast(cloud, recent, limitPctW);
    const since = bath.lastReadingMs ?? bath.lastFillMs ?? Number.NEGATIVE_INFINITY;
    const resinsHere = new Set(mine.slice(-RECENT_WASHES * 2).map((wash) => wash.resin));
    return {
      id: bath.id,
      estimate,
      forecast: ahead,
      batchesPerDay: paceOf(mine, question.nowMs),
      advice: adviseBath(
        {
          name: bath.name,
          estimate,
          limitPctW,
          lastReadingMs: bath.lastReadingMs,
          batchesSince: mine.filter((wash) => wash.atMs > since).length,
          batchesLeft: ahead.batchesLeft,
        },
        question.nowMs,
      ),
      narrowing: narrowing(estimate),
      choices: choicesFor({
        name: bath.name,
        bath: cloud,
        rotated: rotatedOf(filter, bath, nameOf),
        solvent: bath.solvent,
        recent,
        limitPctW,
        capacityMl: bath.capacityMl,
        volumeMl: estimate.volumeMl,
        sources: question.sources,
        prices: question.prices,
        densityGPerMl: solventDensityGPerMl({ strengthPctW: 97, tempC: 20, solvent: bath.solvent }),
      }),
      learned: learned
        .filter(({ what, of }) => (what === 'film' ? resinsHere.has(of) : what !== 'evaporation' || of === bath.id))
        .flatMap((one) => learnedWords(one, nameOf) ?? []),
      trace: replayed.trace.filter((point) => point.bath === bath.id).slice(-MOST_TRACE),
    };
  });
}

function rotatedOf(filter: Filter, bath: CareBath, nameOf: (id: string) => string): ChoiceQuestion['rotated'] {
  const { rotation, carrierId } = bath;
  const leaves = rotation && filter.bathIndex.get(rotation.leavesId);
  if (leaves === undefined) return undefined;
  const next = rotation?.nextId === undefined ? undefined : filter.bathIndex.get(rotation.nextId);
  return {
    next: next === undefined ? undefined : cloudOf(filter, next, undefined),
    what:
      rotation?.nextId === undefined
        ? `${bath.name} becomes ${nameOf(carrierId ?? bath.id)}`
        : `${nameOf(rotation.nextId)} becomes ${bath.name}`,
    leavesMl: estimateOf(filter, leaves).volumeMl,
  };
}

/** Batches a day over the last four weeks, or over what there is of them. */
function paceOf(washes: readonly Wash[], nowMs: number): number {
  const late = washes.filter((wash) => wash.atMs > nowMs - PACE_DAYS * DAY_MS);
  const spanDays = late.length > 0 ? Math.max(1, (nowMs - late[0]!.atMs) / DAY_MS) : 1;
  return late.length / spanDays;
}
