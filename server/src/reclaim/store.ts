import type { Topic } from '@north-step/contract';
import { learnPasses, type PassLearned, type RunEvent, type RunState, reduceRun } from '@north-step/core/reclaim';
import { type Queryable, sql } from '../db/index.ts';
import type { Work } from '../http/command.ts';
import { unknown } from '../http/errors.ts';

export const RUN_TOPICS: readonly Topic[] = ['reclaim', 'solvent', 'bench'];
const SHOWN_DONE = 30;

/** @throws UNKNOWN_ID */
export async function loadRun(db: Queryable, id: string): Promise<RunState> {
  const row = await db.maybeOne<{ state: RunState }>(sql`SELECT state FROM reclaim_run WHERE id = ${id}`);
  if (!row) throw unknown('run', id);
  return row.state;
}

/** Writes facts about a run, and the state that they lead to. */
export async function recordRun(
  { tx, command }: Pick<Work, 'tx' | 'command'>,
  run: RunState | undefined,
  events: readonly RunEvent[],
): Promise<RunState> {
  const after = events.reduce<RunState | undefined>(reduceRun, run)!;
  // the run stands before its facts do: movements name it
  await tx.many(sql`
    INSERT INTO reclaim_run (id, name, created_at, ended_at, state)
    VALUES (${after.id}, ${after.name}, ${new Date(after.createdAtMs)}, ${endOf(after)}, ${JSON.stringify(after)})
    ON CONFLICT (id) DO UPDATE SET ended_at = excluded.ended_at, state = excluded.state`);
  for (const event of events)
    await tx.many(sql`
      INSERT INTO reclaim_event (run_id, at, by, payload, command_id)
      VALUES (${after.id}, ${new Date(event.atMs)}, ${event.by}, ${JSON.stringify(event)}, ${command.commandId})`);
  return after;
}
const endOf = ({ endedAtMs }: RunState): Date | null => (endedAtMs === undefined ? null : new Date(endedAtMs));

export const runEvents = async (db: Queryable, runId: string): Promise<RunEvent[]> =>
  (
    await db.many<{ payload: RunEvent }>(sql`SELECT payload FROM reclaim_event WHERE run_id = ${runId} ORDER BY seq`)
  ).map(({ payload }) => payload);

export const doneRuns = async (db: Queryable): Promise<RunState[]> =>
  (
    await db.many<{ state: RunState }>(
      sql`SELECT state FROM reclaim_run WHERE ended_at IS NOT NULL ORDER BY ended_at DESC LIMIT ${SHOWN_DONE}`,
    )
  ).map(({ state }) => state);

/** What this shop's own passes taught. */
export async function passesLearned(db: Queryable): Promise<PassLearned> {
  const rows = await db.many<{ passes: RunState['passes'] }>(
    sql`SELECT state->'passes' AS passes FROM reclaim_run ORDER BY created_at DESC LIMIT 100`,
  );
  return learnPasses(rows.flatMap(({ passes }) => passes));
}
