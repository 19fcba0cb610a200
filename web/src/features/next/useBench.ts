import type { BenchReply } from '@north-step/contract';
import { type Action, type BathFit, type Chore, meanwhile, nextActions } from '@north-step/core/nextStep';
import { greenWait, isDaylight } from '@north-step/core/plan';
import { useMemo } from 'react';
import { useNow } from '../../shell/useNow.ts';
import { useBenchQuery } from '../../store/api.ts';
import { useAhead } from './useAhead.ts';
import { type BenchPlan, useProjection } from './useProjection.ts';

export type BenchNowView = {
  readonly bench: BenchReply | undefined;
  readonly nowMs: number;
  readonly actions: readonly Action[];
  /** for when nothing on the bench needs hands */
  readonly chores: readonly Chore[];
  /** when each batch will be done */
  readonly plan: BenchPlan | undefined;
  readonly failed: boolean;
  readonly retry: () => void;
};

/** Each station's bath against its limit, where an estimate has caught up with the book. */
const bathFits = ({ stations, vessels, care }: BenchReply): Readonly<Record<string, BathFit>> =>
  Object.fromEntries(
    stations.flatMap(({ id, vesselId }) => {
      const note = vesselId ? care[vesselId] : undefined;
      const name = vessels.find((vessel) => vessel.id === vesselId)?.name;
      return note && name ? [[id, { name, loadPctW: note.loadPctW, limitPctW: note.limitPctW }]] : [];
    }),
  );

function choresOf(reply: BenchReply, nowMs: number): readonly Chore[] {
  const { vessels, care, bench, laterLooks, open, ways, runs, checksDue } = reply;
  const baths = vessels.flatMap(({ id, name }) => {
    const note = care[id];
    if (!note) return [];
    const { loadPctW, limitPctW, range90, batchesLeft } = note;
    return [{ id, name, loadPctW, limitPctW, range90: [range90[0]!, range90[1]!] as const, batchesLeft }];
  });
  const lamps = Object.entries(bench.lamps)
    .filter(([station]) => !isDaylight(bench, station))
    .map(([station, { name, doubtShare }]) => ({ station, name, doubtShare }));
  const later = laterLooks.map(({ batchId, name, litAtMs }) => ({
    batchId,
    name,
    hoursAgo: (nowMs - litAtMs) / 3_600_000,
  }));
  const green = open.flatMap((batch) => {
    const waits = greenWait(batch, nowMs);
    return waits ? [{ ...waits, batchId: batch.id, name: batch.name }] : [];
  });
  return meanwhile({ baths, lamps, later, green, runs, checks: checksDue, nowMs, silent: ways?.silent });
}

/** The bench with the server's clock, and what to do in order. */
export function useBench(): BenchNowView {
  const { data: reply, isError, refetch } = useBenchQuery();
  const data = useAhead(reply);
  const nowMs = useNow();
  const second = Math.floor(nowMs / 1000);
  const actions = useMemo(() => {
    if (!data) return [];
    const stations = Object.fromEntries(data.stations.map((station) => [station.id, station]));
    return nextActions({
      batches: data.open,
      nowMs: second * 1000,
      stations,
      baths: bathFits(data),
      lamps: data.bench.lamps,
      light: data.light,
      wash: data.wash,
    });
  }, [data, second]);
  const plan = useProjection(data, nowMs);
  // call-backs of runs come by the minute
  const minute = Math.floor(nowMs / 60_000);
  const chores = useMemo(() => (data ? choresOf(data, minute * 60_000) : []), [data, minute]);
  return { bench: data, nowMs, actions, chores, plan, failed: isError && !data, retry: () => void refetch() };
}
