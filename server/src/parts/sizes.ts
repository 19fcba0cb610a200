import type { PartSize } from '@north-step/contract';
import type { SizeKept } from '@north-step/core/caliper';
import { type Queryable, sql } from '../db/index.ts';

const MOST_SIZES = 2000;
type Row = {
  id: string;
  batch_name: string;
  part: string;
  resin: string;
  lot: string;
  size: SizeKept;
};

/** Sizes that were measured, newest first; of one part when its name is given. */
export async function partSizes(db: Queryable, part = ''): Promise<readonly PartSize[]> {
  const rows = await db.many<Row>(sql`
    SELECT b.id, b.name AS batch_name, coalesce(one.size->>'which', b.state->'part'->>'name') AS part,
           b.state->'card'->>'name' AS resin, b.state->>'lot' AS lot, one.size
      FROM (SELECT id, name, created_at, state || '{}' AS state FROM batch WHERE measured OFFSET 0) AS b,
           jsonb_array_elements(b.state->'sizes') WITH ORDINALITY AS one(size, nth)
     WHERE ${part} = '' OR coalesce(one.size->>'which', b.state->'part'->>'name') = ${part}
     ORDER BY (one.size->>'atMs')::float8 DESC, b.created_at DESC, one.nth DESC LIMIT ${MOST_SIZES}`);
  return rows.map(({ id, batch_name, part: name, resin, lot, size: { which: _, piece, ...size } }) => ({
    batchId: id,
    batchName: batch_name,
    part: name,
    resin,
    lot,
    ...size,
    piece: piece ?? null,
  }));
}
