import type { BatchState } from '@north-step/core/batch';
import type { StepKind } from '@north-step/core/route';
import { needsPower } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';

export type RunningStep = {
  readonly batch: BatchState;
  readonly batchId: string;
  readonly stepId: string;
  readonly startedAtMs: number;
};

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
  return row && step && { batch: row.state, batchId: row.state.id, stepId: step.id, startedAtMs: step.startedAtMs! };
}

/** Between two kept samples of one machine. */
export const EVERY_MS = 5000;

type Seen<T> = { readonly sample: T; readonly kept: boolean };

/**
 * Takes one sample in five seconds of each machine, none twice, and both sides of every sudden change: so that what is summed
 * over time is right to a second, and a long run stays short.
 * @param changed whether something happened between two samples
 * @param everyMs how far apart kept samples may be, where five seconds are more than is needed
 */
export function makeThinner<T extends { readonly serverMs: number }>(
  changed: (before: T, after: T) => boolean,
  everyMs: (sample: T) => number = () => EVERY_MS,
): (stationId: string, samples: readonly T[]) => readonly T[] {
  const keptMs = new Map<string, number>();
  const last = new Map<string, Seen<T>>();
  return (stationId, samples) => {
    const out: T[] = [];
    for (const sample of samples) {
      const before = last.get(stationId);
      if (before && before.sample.serverMs >= sample.serverMs) continue;
      const happened = before !== undefined && changed(before.sample, sample);
      if (happened && !before.kept) out.push(before.sample);
      const kept = happened || sample.serverMs - (keptMs.get(stationId) ?? 0) >= everyMs(sample);
      if (kept) {
        out.push(sample);
        keptMs.set(stationId, sample.serverMs);
      }
      last.set(stationId, { sample, kept });
    }
    return out;
  };
}
