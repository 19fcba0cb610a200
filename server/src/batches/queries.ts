import type { BatchList, BatchQuery, BatchRow } from '@north-step/contract';
import {
  type BatchSummary,
  currentStep,
  markWords,
  type Outcome,
  piecesText,
  type Step,
  standingOf,
} from '@north-step/core/batch';
import { isWash } from '@north-step/core/route';
import type { Static } from 'typebox';
import { allOf, type Queryable, type Sql, sql } from '../db/index.ts';
import { doneTo, foundBy } from '../find/index.ts';

type Row = {
  id: string;
  name: string;
  created_at: Date;
  due_at: Date | null;
  sealed_at: Date | null;
  outcome: Outcome;
  first_look: string | null;
  summary: BatchSummary;
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

/** A page of batches, newest first, with how many match. */
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
      SELECT id, name, created_at, due_at, sealed_at, outcome, first_look, summary FROM batch b
       WHERE ${matches} ORDER BY created_at DESC LIMIT ${query.limit ?? 100} OFFSET ${query.offset ?? 0}`,
      ),
    ),
    db.one<{ n: bigint }>(sql`
      SELECT count(*) AS n FROM batch b WHERE ${matches}`),
  ]);
  return { total: Number(count.n), rows: rows.map((row) => toRow(row, nowMs)) };
}

function toRow({ summary, ...row }: Row, nowMs: number): BatchRow {
  return {
    id: row.id,
    name: row.name,
    part: summary.part,
    pieces: piecesText({ name: summary.part, pieces: summary.pieces }, summary.count),
    resin: summary.resin,
    count: summary.count,
    lot: summary.lot,
    customer: summary.customer ?? null,
    createdAtMs: row.created_at.getTime(),
    dueAtMs: row.due_at?.getTime() ?? null,
    sealedAtMs: row.sealed_at?.getTime() ?? null,
    step: summary.mergedInto ? `part of ${summary.mergedInto}` : (currentStep(summary)?.title ?? 'sealed'),
    standing: standingOf(summary, nowMs),
    mark: markWords(summary) ?? null,
    priority: summary.priority ?? 'usual',
    route: summary.route ?? 'Two baths, trim green',
    outcome: row.outcome,
    firstLook: row.first_look,
    ...doneTo(summary),
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
