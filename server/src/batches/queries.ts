import type { BatchList, BatchQuery, BatchRow } from '@north-step/contract';
import {
  type BatchState,
  currentStep,
  markWords,
  type Outcome,
  piecesText,
  type Step,
  standingOf,
} from '@north-step/core/batch';
import type { PartFacts } from '@north-step/core/part';
import { isWash } from '@north-step/core/route';
import type { Static } from 'typebox';
import { allOf, type Queryable, type Sql, sql } from '../db/index.ts';
import { type Done, doneTo, foundBy, NOTHING_DONE } from '../find/index.ts';

type Row = {
  id: string;
  name: string;
  part: string;
  pieces: PartFacts['pieces'] | null;
  count: number;
  resin: string;
  lot: string;
  customer: string | null;
  created_at: Date;
  due_at: Date | null;
  sealed_at: Date | null;
  step: Step | null;
  flag: string | null;
  flag_stops: boolean | null;
  light_closed: BatchState['lightClosed'] | null;
  held: string | null;
  merged_into: string | null;
  priority: string | null;
  route: string | null;
  outcome: Outcome;
};

const ORDERS = {
  newest: 'created_at DESC',
  oldest: 'created_at',
  due: 'due_at NULLS LAST, created_at DESC',
  name: 'name',
} as const;

/** The same statement in another of the known orders. */
const sorted = (order: keyof typeof ORDERS, statement: Sql): Sql => ({
  ...statement,
  text: statement.text.replace('ORDER BY created_at DESC', `ORDER BY ${ORDERS[order]}`),
});

/** A page of batches, newest first, with how many match. Each state is unpacked once (`|| '{}'`), not once for every member that is read. */
export async function listBatches(db: Queryable, query: Static<typeof BatchQuery>, nowMs: number): Promise<BatchList> {
  const state = query.state ?? 'all';
  const matches = allOf([
    foundBy(query),
    state === 'open' && sql`b.sealed_at IS NULL`,
    state === 'sealed' && sql`b.sealed_at IS NOT NULL`,
    state === 'flagged' && sql`b.flagged`,
    query.route !== undefined && query.route !== '' && sql`b.route_id = ${query.route}`,
  ]);
  const [rows, count] = await Promise.all([
    db.many<Row>(
      sorted(
        query.sort ?? 'newest',
        sql`
      SELECT id, name, created_at, due_at, sealed_at, outcome,
             state->'part'->>'name' AS part, state->'part'->'pieces' AS pieces, (state->>'count')::int AS count, state->'card'->>'name' AS resin,
             state->>'lot' AS lot, state->>'customer' AS customer, state->>'flag' AS flag, state->>'held' AS held, state->'lightClosed' AS light_closed, (state->>'flagStops')::boolean AS flag_stops,
             state->>'mergedInto' AS merged_into, state->>'priority' AS priority, state->'route'->>'name' AS route,
             jsonb_path_query_first(state, '$.steps[*] ? (@.state != "done")') AS step
        FROM (SELECT id, name, created_at, due_at, sealed_at, outcome, state || '{}' AS state FROM batch b
               WHERE ${matches}
               ORDER BY created_at DESC LIMIT ${query.limit ?? 100} OFFSET ${query.offset ?? 0}) AS unpacked`,
      ),
    ),
    db.one<{ n: bigint }>(sql`
      SELECT count(*) AS n FROM batch b WHERE ${matches}`),
  ]);
  const done = await doneTo(
    db,
    rows.map(({ id }) => id),
  );
  return { total: Number(count.n), rows: rows.map((row) => toRow(row, nowMs, done.get(row.id) ?? NOTHING_DONE)) };
}

function toRow(row: Row, nowMs: number, done: Done): BatchRow {
  const stands = {
    steps: row.step ? [row.step] : [],
    recordHash: row.sealed_at && !row.merged_into ? 'sealed' : undefined,
    mergedInto: row.merged_into ?? undefined,
    held: row.held ?? undefined,
    flag: row.flag ?? undefined,
    flagStops: row.flag_stops ?? undefined,
    lightClosed: row.light_closed ?? undefined,
  };
  return {
    id: row.id,
    name: row.name,
    part: row.part,
    pieces: piecesText({ name: row.part, pieces: row.pieces ?? undefined }, row.count),
    count: row.count,
    resin: row.resin,
    lot: row.lot,
    customer: row.customer,
    createdAtMs: row.created_at.getTime(),
    dueAtMs: row.due_at?.getTime() ?? null,
    sealedAtMs: row.sealed_at?.getTime() ?? null,
    step: row.merged_into ? `part of ${row.merged_into}` : (currentStep(stands)?.title ?? 'sealed'),
    standing: standingOf(stands, nowMs),
    mark: markWords(stands) ?? null,
    priority: row.priority ?? 'usual',
    route: row.route ?? 'Two baths, trim green',
    outcome: row.outcome,
    ...done,
  };
}

const MOST_CSV_ROWS = 50_000;
type CsvRow = { id: string; steps: readonly Step[] };

/** The same list for a spreadsheet: times as ISO 8601, with the loads it was washed at, the light it had, and what was seen. */
export async function batchesForCsv(db: Queryable, query: Static<typeof BatchQuery>, nowMs: number) {
  const { rows } = await listBatches(db, { ...query, limit: query.limit ?? MOST_CSV_ROWS }, nowMs);
  const told = await db.many<CsvRow>(sql`
    SELECT id, jsonb_path_query_array(state, '$.steps[*] ? (@.state == "done" && (@.kind == "wash" || @.kind starts with "look"))') AS steps
      FROM batch WHERE id = ANY(${rows.map(({ id }) => id)}::text[])`);
  const stepsOf = new Map(told.map(({ id, steps }) => [id, steps]));
  return rows.map(({ createdAtMs, dueAtMs, sealedAtMs, washed, people, firstLook, ...row }) => {
    const steps = stepsOf.get(row.id) ?? [];
    return {
      ...row,
      ...washed,
      firstLook: firstLook ?? '',
      people: people.join('; '),
      hung: isoOrEmpty(createdAtMs),
      due: isoOrEmpty(dueAtMs),
      sealed: isoOrEmpty(sealedAtMs),
      washLoadsPctW: steps.flatMap((step) => (isWash(step) && step.knew ? [step.knew.loadPctW ?? ''] : [])).join(' '),
      looks: steps.flatMap(({ outcome }) => outcome ?? []).join('; '),
    };
  });
}

const isoOrEmpty = (atMs: number | null): string => (atMs === null ? '' : new Date(atMs).toISOString());
