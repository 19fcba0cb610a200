import type { BenchReply, PaceReply } from '@north-step/contract';
import { type BatchState, workedOn } from '@north-step/core/batch';
import { lateS, lateText, type Projection, peopleAt, projectBench } from '@north-step/core/schedule';
import { useMemo } from 'react';
import { usePaceQuery } from '../../store/api.ts';

/** The plan is looked at again so often: it moves only when something happened, or every five minutes. */
const LOOK_MS = 15_000;

export type BenchPlan = Projection & {
  readonly atMs: number;
  readonly people: readonly string[];
  /** `late by 20 min`; nothing for what will be in time */
  readonly lateOf: (batch: Pick<BatchState, 'id' | 'dueAtMs' | 'recordHash'>) => string | undefined;
};

/** The one plan of the bench: when each batch is done and who is late, the same on every page. */
export function useProjection(bench: BenchReply | undefined, nowMs: number): BenchPlan | undefined {
  const atMs = Math.floor(nowMs / LOOK_MS) * LOOK_MS;
  const pace = usePaceQuery().data;
  return useMemo(() => (bench ? planOf(bench, bench.open, atMs, pace) : undefined), [bench, atMs, pace]);
}

/** The plan of a bench with other batches on it than those that hang there now. */
export function planOf(
  bench: BenchReply,
  open: readonly BatchState[],
  atMs: number,
  pace: PaceReply | undefined,
): BenchPlan {
  const capacity = Object.fromEntries(bench.stations.map((station) => [station.id, station.capacity]));
  const trimFactor = Object.fromEntries((pace?.people ?? []).map(({ name, trimFactor: own }) => [name, own]));
  const people = peopleAt([...bench.open.flatMap(workedOn), ...bench.doneToday.flatMap(({ worked }) => worked)], atMs);
  const projection = projectBench(open, atMs, { capacity, people, trimFactor });
  return {
    ...projection,
    atMs,
    people: people.length > 0 ? people : ['Hands'],
    lateOf: (batch) => {
      const seconds = lateS(batch, projection, atMs);
      return seconds === undefined ? undefined : lateText(seconds);
    },
  };
}
