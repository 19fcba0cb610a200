import type { RecordList } from '@north-step/contract';
import { type SealedRecord, validateChain } from '@north-step/core/record';
import { type Queryable, sql } from '../db/index.ts';
import { sha256 } from './seal.ts';

type Row = {
  number: bigint;
  batch_id: string;
  name: string;
  kind: 'made' | 'later look';
  sealed_at: Date;
  hash: string;
  part: string;
  resin: string;
  file: string;
};

export async function listRecords(db: Queryable, limit: number, offset: number): Promise<RecordList> {
  const [rows, count] = await Promise.all([
    db.many<Row>(sql`
      SELECT r.number, r.batch_id, r.kind, b.name, r.sealed_at, r.hash, b.state->'part'->>'name' AS part, b.state->'card'->>'name' AS resin, r.file
        FROM record r JOIN batch b ON b.id = r.batch_id ORDER BY r.number DESC LIMIT ${limit} OFFSET ${offset}`),
    db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM record`),
  ]);
  const shown = rows.map((row) => JSON.parse(row.file) as SealedRecord).reverse();
  return {
    total: Number(count.n),
    intact: validateChain(shown, sha256).length === 0,
    rows: rows.map((row) => ({
      number: Number(row.number),
      batchId: row.batch_id,
      batchName: row.name,
      kind: row.kind,
      sealedAtMs: row.sealed_at.getTime(),
      hash: row.hash,
      part: row.part,
      resin: row.resin,
    })),
  };
}

export async function recordFile(db: Queryable, number: number): Promise<string | undefined> {
  return (await db.maybeOne<{ file: string }>(sql`SELECT file FROM record WHERE number = ${number}`))?.file;
}

/** The whole chain, oldest first. */
export async function chainFiles(db: Queryable): Promise<readonly string[]> {
  return (await db.many<{ file: string }>(sql`SELECT file FROM record ORDER BY number`)).map((row) => row.file);
}
