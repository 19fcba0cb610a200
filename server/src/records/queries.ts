import type { BookCheck, RecordList } from '@north-step/contract';
import { anchorText, type SealedRecord, validateChain } from '@north-step/core/record';
import { type Queryable, sql } from '../db/index.ts';
import { newestRecord, sha256 } from './seal.ts';

type Row = {
  number: bigint;
  batch_id: string;
  name: string;
  kind: 'made' | 'later look';
  sealed_at: Date;
  hash: string;
  part: string;
  resin: string;
};

export async function listRecords(
  db: Queryable,
  chain: ChainWatch,
  limit: number,
  offset: number,
  book?: BookCheck,
): Promise<RecordList> {
  const [rows, count] = await Promise.all([
    db.many<Row>(sql`
      SELECT r.number, r.batch_id, r.kind, b.name, r.sealed_at, r.hash, b.state->'part'->>'name' AS part, b.state->'card'->>'name' AS resin
        FROM (SELECT number, batch_id, kind, sealed_at, hash FROM record ORDER BY number DESC LIMIT ${limit} OFFSET ${offset}) AS r
        JOIN LATERAL (SELECT name, state || '{}' AS state FROM batch WHERE id = r.batch_id OFFSET 0) AS b ON true ORDER BY r.number DESC`),
    db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM record`),
  ]);
  const [{ checked, brokenAt }, anchor] = await Promise.all([chain.look(db), newestAnchor(db)]);
  return {
    anchor: anchor ?? null,
    book: book ?? null,
    total: Number(count.n),
    intact: brokenAt === undefined,
    checked,
    brokenAt: brokenAt ?? null,
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

/** The anchor of the chain as it is printed; nothing before the first record. */
export async function newestAnchor(db: Queryable): Promise<string | undefined> {
  const newest = await newestRecord(db);
  return newest.count > 0 ? anchorText(newest) : undefined;
}

/** Records checked in one look: a page never waits for a whole chain. */
const CHECKED_AT_ONCE = 400;

/**
 * Checks the chain from its first record on, some at each look, and remembers how far it came: records do not change. What it says
 * is said of the records that it has checked, not of a page.
 */
export class ChainWatch {
  private checked = 0;
  private last: SealedRecord | undefined;
  private brokenAt: number | undefined;

  async look(db: Queryable): Promise<{ readonly checked: number; readonly brokenAt?: number }> {
    if (this.brokenAt !== undefined) return { checked: this.checked, brokenAt: this.brokenAt };
    const rows = await db.many<{ file: string }>(
      sql`SELECT file FROM record WHERE number > ${this.checked} ORDER BY number LIMIT ${CHECKED_AT_ONCE}`,
    );
    const next = rows.map(({ file }) => JSON.parse(file) as SealedRecord);
    const breach = validateChain(this.last ? [this.last, ...next] : next, sha256)[0];
    this.brokenAt = breach?.number;
    this.last = next.at(-1) ?? this.last;
    this.checked += next.length;
    return { checked: this.checked, brokenAt: this.brokenAt };
  }
}

export async function recordFile(db: Queryable, number: number): Promise<string | undefined> {
  return (await db.maybeOne<{ file: string }>(sql`SELECT file FROM record WHERE number = ${number}`))?.file;
}

/** The whole chain, oldest first. */
export async function chainFiles(db: Queryable): Promise<readonly string[]> {
  return (await db.many<{ file: string }>(sql`SELECT file FROM record ORDER BY number`)).map((row) => row.file);
}
