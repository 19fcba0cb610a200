import type { RecallKind, RecallQuery, RecallReply, RecallRow } from '@north-step/contract';
import { type Queryable, sql } from '../../db/index.ts';
import { lamp } from './lamp.ts';
import { lot } from './lot.ts';
import { over } from './over.ts';
import { reading } from './reading.ts';
import type { RecallShape } from './shape.ts';

/** The questions of a recall: a new one is a file of its own and a line here. */
export const RECALL_SHAPES = { lot, over, lamp, reading } as const satisfies Record<RecallKind, RecallShape>;

type Row = Omit<RecallRow, 'sealedAtMs' | 'atMs' | 'record' | 'batchId'> & {
  readonly batch_id: string;
  readonly sealed_at: Date | null;
  readonly at: Date;
  readonly record: bigint | null;
};
type Totals = { readonly total: bigint; readonly sure: bigint; readonly pieces: bigint };
const A_PAGE = 100;

/** Which batches are touched, each once with the surest of its reasons, the newest first. */
export async function recall(db: Queryable, kind: RecallKind, query: RecallQuery): Promise<RecallReply> {
  const shape: RecallShape = RECALL_SHAPES[kind];
  const touched = sql`
    SELECT DISTINCT ON (t.batch_id) t.* FROM (${await shape.touched(db, query)}) t
      JOIN batch m ON m.id = t.batch_id AND m.outcome <> 'merged'
     ORDER BY t.batch_id, t.sure DESC, t.at`;
  const [rows, totals] = await Promise.all([
    db.many<Row>(sql`
      WITH touched AS (${touched}), page AS (SELECT * FROM touched ORDER BY at DESC, batch_id LIMIT ${query.limit ?? A_PAGE} OFFSET ${query.offset ?? 0})
      SELECT p.batch_id, b.name, b.state->'part'->>'name' AS part, (b.state->>'count')::int AS count, b.state->'card'->>'name' AS resin, b.lot, b.customer,
             b.outcome, b.sealed_at, p.at, p.sure, p.why, (SELECT number FROM record WHERE batch_id = b.id AND kind = 'made') AS record
        FROM page p JOIN batch b ON b.id = p.batch_id ORDER BY p.at DESC, p.batch_id`),
    db.one<Totals>(sql`
      SELECT count(*) AS total, count(*) FILTER (WHERE t.sure) AS sure, coalesce(sum((b.state->>'count')::int), 0)::bigint AS pieces
        FROM (${touched}) t JOIN batch b ON b.id = t.batch_id`),
  ]);
  return {
    total: Number(totals.total),
    sure: Number(totals.sure),
    pieces: Number(totals.pieces),
    rows: rows.map(({ batch_id: batchId, sealed_at, at, record, ...row }) => ({
      ...row,
      batchId,
      sealedAtMs: sealed_at?.getTime() ?? null,
      record: record === null ? null : Number(record),
      atMs: at.getTime(),
    })),
  };
}
