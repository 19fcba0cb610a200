import type { RecallKind, RecallQuery, RecallReply, RecallRow } from '@north-step/contract';
import { type Queryable, sql } from '../../db/index.ts';
import { lamp } from './lamp.ts';
import { lot } from './lot.ts';
import { over } from './over.ts';
import { reading } from './reading.ts';
import type { RecallShape } from './shape.ts';

/** The questions of a recall: a new one is a file of its own and a line here. */
export const RECALL_SHAPES = { lot, over, lamp, reading } as const satisfies Record<RecallKind, RecallShape>;

/** As the database tells it in JSON. */
type Row = Omit<RecallRow, 'sealedAtMs' | 'atMs' | 'batchId'> & {
  readonly batch_id: string;
  readonly sealed_at: string | null;
  readonly at: string;
};
type Totals = { readonly total: bigint; readonly sure: bigint; readonly pieces: bigint };
const A_PAGE = 100;

/** Which batches are touched, each once with the surest of its reasons, the newest first. */
export async function recall(db: Queryable, kind: RecallKind, query: RecallQuery): Promise<RecallReply> {
  const shape: RecallShape = RECALL_SHAPES[kind];
  // the newest of the surest reasons of each batch; states are read for one page only
  const [answer] = await db.many<Totals & { readonly rows: readonly Row[] | null }>(sql`
    WITH touched AS MATERIALIZED (
      SELECT DISTINCT ON (t.batch_id) t.* FROM (${await shape.touched(db, query)}) t ORDER BY t.batch_id, t.sure DESC, t.at),
    counted AS MATERIALIZED (
      SELECT t.*, b.pieces FROM touched t JOIN batch b ON b.id = t.batch_id AND b.outcome <> 'merged'),
    page AS (SELECT * FROM counted ORDER BY at DESC, batch_id LIMIT ${query.limit ?? A_PAGE} OFFSET ${query.offset ?? 0}),
    told AS (
      SELECT p.batch_id, b.name, b.state->'part'->>'name' AS part, b.pieces AS count, b.state->'card'->>'name' AS resin, b.lot, b.customer,
             b.outcome, b.sealed_at, p.at, p.sure, p.why, (SELECT number FROM record WHERE batch_id = b.id AND kind = 'made') AS record
        FROM page p JOIN batch b ON b.id = p.batch_id)
    SELECT (SELECT count(*) FROM counted) AS total, (SELECT count(*) FROM counted WHERE sure) AS sure,
           (SELECT coalesce(sum(pieces), 0)::bigint FROM counted) AS pieces,
           (SELECT jsonb_agg(told ORDER BY at DESC, batch_id) FROM told) AS rows`);
  const { rows, ...totals } = answer!;
  return {
    total: Number(totals.total),
    sure: Number(totals.sure),
    pieces: Number(totals.pieces),
    rows: (rows ?? []).map(({ batch_id: batchId, sealed_at, at, ...row }) => ({
      ...row,
      batchId,
      sealedAtMs: sealed_at === null ? null : Date.parse(sealed_at),
      atMs: Date.parse(at),
    })),
  };
}
