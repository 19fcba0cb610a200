import type { BatchState, StepKind } from '@north-step/core/route';
import { needsPower } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';

export type RunningStep = { readonly batchId: string; readonly stepId: string; readonly startedAtMs: number };

/** The step of a kind that a station's machine works at now. */
export async function runningStep(db: Queryable, stationId: string, kind: StepKind): Promise<RunningStep | undefined> {
  const row = await db.maybeOne<{ state: BatchState }>(sql`
    SELECT state FROM batch WHERE sealed_at IS NULL
       AND jsonb_path_exists(state, '$.steps[*] ? (@.state == "running" && @.kind == $kind && @.station == $at)',
                             jsonb_build_object('at', ${stationId}::text, 'kind', ${kind}::text))
     LIMIT 1`);
  const step = row?.state.steps.find(
    (one) => one.state === 'running' && one.kind === kind && one.station === stationId && needsPower(one),
  );
  return row && step && { batchId: row.state.id, stepId: step.id, startedAtMs: step.startedAtMs! };
}

/** Between two kept samples of one machine. */
export const EVERY_MS = 5000;

/**
 * Takes one sample in five seconds, none twice.
 * @param last by station, when the newest was kept; moved on by this
 */
export function thinned<T extends { readonly serverMs: number }>(
  last: Map<string, number>,
  stationId: string,
  samples: readonly T[],
): readonly T[] {
  return samples.filter(({ serverMs }) => {
    if (serverMs - (last.get(stationId) ?? 0) < EVERY_MS) return false;
    last.set(stationId, serverMs);
    return true;
  });
}
