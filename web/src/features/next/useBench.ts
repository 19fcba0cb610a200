import type { BenchReply } from '@north-step/contract';
import { type Action, nextActions } from '@north-step/core/nextStep';
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

/** The bench with the server's clock, and what to do in order. */
export function useBench(): BenchNowView {
  const { data, isError, refetch } = useBenchQuery();
  const nowMs = useNow();
  const second = Math.floor(nowMs / 1000);
  const actions = useMemo(() => {
    if (!data) return [];
    const stations = Object.fromEntries(data.stations.map((station) => [station.id, station]));
    return nextActions({ batches: data.open, nowMs: second * 1000, stations });
  }, [data, second]);
  return { bench: data, nowMs, actions, failed: isError && !data, retry: () => void refetch() };
}
