import type { BenchReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { type Cause, diagnose, factsOf } from '@north-step/core/diagnose';
import { isFault, type Seen } from '@north-step/core/look';
import { useMemo } from 'react';
import { useNow } from '../../shell/useNow.ts';
import { useBenchQuery } from '../../store/api.ts';

type Causes = {
  /** likeliest first; nothing when what was seen is no fault */
  readonly causes: readonly Cause[] | undefined;
  readonly bench: BenchReply['bench'] | undefined;
  readonly nowMs: number;
};

/** Why what was seen came about, with the bench and the moment that it was judged by. */
export function useCauses(batch: BatchState, seen: Seen): Causes {
  const bench = useBenchQuery().data?.bench;
  const nowMs = useNow(10_000);
  const causes = useMemo(
    () => (isFault(seen) && bench ? diagnose(seen, factsOf(batch, bench, nowMs)) : undefined),
    [seen, batch, bench, nowMs],
  );
  return { causes, bench, nowMs };
}
