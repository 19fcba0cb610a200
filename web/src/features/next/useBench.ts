import type { BenchReply } from '@north-step/contract';
import { type Action, type BathFit, nextActions } from '@north-step/core/nextStep';
import { useMemo } from 'react';
import { useBenchQuery } from '../../app/api.ts';
import { useNow } from '../../app/useNow.ts';

export type BenchNowView = {
  readonly bench: BenchReply | undefined;
  readonly nowMs: number;
  readonly actions: readonly Action[];
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

/** The bench with the server's clock, and what to do in order. */
export function useBench(): BenchNowView {
  const { data, isError, refetch } = useBenchQuery();
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
    });
  }, [data, second]);
  return { bench: data, nowMs, actions, failed: isError && !data, retry: () => void refetch() };
}
