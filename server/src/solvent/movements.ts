import type { Movement, MovementList, MovementQuery, WorkloadReply } from '@north-step/contract';
import type { BathDeed } from '@north-step/core/estimate';
import { gramsFromMg } from '@north-step/core/solvent';
import Papa from 'papaparse';
import { type Queryable, sql } from '../db/index.ts';

export type LineRow = { posting_id: string; account: string; solvent_mg: bigint; water_mg: bigint; resin_mg: bigint };
type PostingRow = {
  id: string;
  at: Date;
  kind: string;
  note: string;
  by: string;
  batch_id: string | null;
  run_id: string | null;
  reverses: string | null;
  reversed_by: string | null;
};

export const grams = (row: Omit<LineRow, 'posting_id' | 'account'>) => ({
  solventG: gramsFromMg(row.solvent_mg),
  waterG: gramsFromMg(row.water_mg),
  resinG: gramsFromMg(row.resin_mg),
});

const filterOf = (query: MovementQuery) => ({
  kind: query.kind || null,
  vessel: query.vesselId || null,
  search: query.search ? `%${query.search.replace(/[%_\\]/g, '\\$&')}%` : null,
  from: query.fromMs === undefined ? null : new Date(query.fromMs),
  to: query.toMs === undefined ? null : new Date(query.toMs),
});

/** One page of movements, newest first. */
export async function pageOfMovements(db: Queryable, query: MovementQuery): Promise<Movement[]> {
  const f = filterOf(query);
  const rows = await db.many<PostingRow>(sql`
      SELECT p.id, p.at, p.kind, p.note, p.by, p.batch_id, p.run_id, p.reverses, r.id AS reversed_by
        FROM ledger_posting p LEFT JOIN ledger_posting r ON r.reverses = p.id
       WHERE (${f.kind}::text IS NULL OR p.kind = ${f.kind}) AND (${f.search}::text IS NULL OR p.note ILIKE ${f.search} OR p.by ILIKE ${f.search})
         AND (${f.from}::timestamptz IS NULL OR p.at >= ${f.from}) AND (${f.to}::timestamptz IS NULL OR p.at < ${f.to})
         AND (${f.vessel}::text IS NULL OR EXISTS (SELECT 1 FROM ledger_line l WHERE l.posting_id = p.id AND l.account = ${f.vessel}))
       ORDER BY p.at DESC, p.seq DESC LIMIT ${query.limit ?? DEFAULT_PAGE} OFFSET ${query.offset ?? 0}`);
  return withLines(db, rows);
}
const DEFAULT_PAGE = 60;

/** One page, with how many match in all and which kinds there are. */
export async function listMovements(db: Queryable, query: MovementQuery): Promise<MovementList> {
  const f = filterOf(query);
  const [{ n }, kinds, rows] = await Promise.all([
    db.one<{ n: bigint }>(sql`
      SELECT count(*) AS n FROM ledger_posting p
       WHERE (${f.kind}::text IS NULL OR p.kind = ${f.kind}) AND (${f.search}::text IS NULL OR p.note ILIKE ${f.search} OR p.by ILIKE ${f.search})
         AND (${f.from}::timestamptz IS NULL OR p.at >= ${f.from}) AND (${f.to}::timestamptz IS NULL OR p.at < ${f.to})
         AND (${f.vessel}::text IS NULL OR EXISTS (SELECT 1 FROM ledger_line l WHERE l.posting_id = p.id AND l.account = ${f.vessel}))`),
    db.many<{ kind: string }>(sql`SELECT DISTINCT kind FROM ledger_posting ORDER BY kind`),
    pageOfMovements(db, query),
  ]);
  return { total: Number(n), kinds: kinds.map(({ kind }) => kind), rows };
}

async function withLines(db: Queryable, rows: readonly PostingRow[]): Promise<Movement[]> {
  const lines = await db.many<LineRow>(
    sql`SELECT * FROM ledger_line WHERE posting_id = ANY(${rows.map((row) => row.id)}::text[])`,
  );
  const of = new Map<string, LineRow[]>();
  for (const line of lines) of.set(line.posting_id, [...(of.get(line.posting_id) ?? []), line]);
  return rows.map((row) => ({
    id: row.id,
    atMs: row.at.getTime(),
    kind: row.kind,
    note: row.note,
    by: row.by,
    batchId: row.batch_id,
    runId: row.run_id,
    reverses: row.reverses,
    reversedBy: row.reversed_by,
    lines: (of.get(row.id) ?? []).map((line) => ({ account: line.account, ...grams(line) })),
  }));
}

const CSV_PAGE = 500;
/** Every matching movement as CSV, one row a line of the ledger, masses in grams. */
export async function movementsCsv(db: Queryable, query: MovementQuery): Promise<string> {
  const rows: object[] = [];
  for (let offset = 0; ; offset += CSV_PAGE) {
    const page = await pageOfMovements(db, { ...query, limit: CSV_PAGE, offset });
    for (const movement of page)
      for (const line of movement.lines)
        rows.push({
          at: new Date(movement.atMs).toISOString(),
          kind: movement.kind,
          note: movement.note,
          by: movement.by,
          account: line.account,
          solvent_g: line.solventG,
          water_g: line.waterG,
          resin_g: line.resinG,
          batch: movement.batchId ?? '',
          run: movement.runId ?? '',
          reverses: movement.reverses ?? '',
          movement: movement.id,
        });
    if (page.length < CSV_PAGE) break;
  }
  return Papa.unparse(rows, { escapeFormulae: true });
}

const DAY_MS = 86_400_000;
/** The workshop's own last days of washing: what the policy page plays. Both baths of a batch count as one. */
export async function workload(db: Queryable, days: number, nowMs: number): Promise<WorkloadReply> {
  const since = nowMs - days * DAY_MS;
  const rows = await db.many<{ at: Date; batch_id: string; deeds: readonly BathDeed[] }>(sql`
    SELECT at, batch_id, deeds FROM ledger_posting
     WHERE kind = 'wash' AND deeds IS NOT NULL AND at >= ${new Date(since)} ORDER BY at`);
  const jobs = new Map<string, { day: number; resinG: number; dragG: number }>();
  for (const row of rows)
    for (const deed of row.deeds) {
      if (deed.kind !== 'wash') continue;
      const job = jobs.get(row.batch_id) ?? {
        day: Math.max(0, (row.at.getTime() - since) / DAY_MS),
        resinG: 0,
        dragG: 0,
      };
      jobs.set(row.batch_id, { ...job, resinG: job.resinG + deed.resinG, dragG: Math.max(job.dragG, deed.dragOutG) });
    }
  return { days, batches: [...jobs.values()] };
}
