import type { BookCheck, RecordAnchors, RecordList, RecordQuery } from '@north-step/contract';
import type { BatchSummary, Outcome } from '@north-step/core/batch';
import { anchorText, type RecordKind, type SealedRecord, validateChain } from '@north-step/core/record';
import { allOf, type Queryable, sql } from '../db/index.ts';
import { doneTo, foundBy } from '../find/index.ts';
import { zoneNow } from '../zone.ts';
import { newestRecord, sha256 } from './seal.ts';

type Row = {
  number: bigint;
  batch_id: string;
  name: string;
  kind: RecordKind;
  sealed_at: Date;
  hash: string;
  outcome: Outcome;
  first_look: string | null;
  summary: BatchSummary;
};
const A_PAGE = 100;

/** A page of records, newest first: by what their batches can be found by. */
export async function findRecords(db: Queryable, query: RecordQuery): Promise<Pick<RecordList, 'total' | 'rows'>> {
  const { kind, limit = A_PAGE, offset = 0, ...found } = query;
  const looksFor = Object.values(found).some((value) => value !== undefined && value !== '');
  const ofBatch = looksFor && sql`r.batch_id IN (SELECT b.id FROM batch b WHERE ${foundBy(found)})`;
  const matches = allOf([kind !== undefined && sql`r.kind = ${kind}`, ofBatch]);
  const [rows, count] = await Promise.all([
    db.many<Row>(sql`
      SELECT r.number, r.batch_id, r.kind, b.name, r.sealed_at, r.hash, b.outcome, b.first_look, b.summary
        FROM (SELECT number, batch_id, kind, sealed_at, hash FROM record r WHERE ${matches} ORDER BY number DESC LIMIT ${limit} OFFSET ${offset}) AS r
        JOIN batch b ON b.id = r.batch_id ORDER BY r.number DESC`),
    db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM record r WHERE ${matches}`),
  ]);
  return {
    total: Number(count.n),
    rows: rows.map(({ number, batch_id, name, sealed_at, kind: ofKind, hash, outcome, first_look, summary }) => ({
      number: Number(number),
      kind: ofKind,
      batchId: batch_id,
      batchName: name,
      sealedAtMs: sealed_at.getTime(),
      hash,
      outcome,
      firstLook: first_look,
      part: summary.part,
      resin: summary.resin,
      lot: summary.lot,
      customer: summary.customer ?? null,
      ...doneTo(summary),
    })),
  };
}

/** A page of records, and how the chain stands. */
export async function listRecords(
  db: Queryable,
  chain: ChainWatch,
  query: RecordQuery,
  book?: BookCheck,
): Promise<RecordList> {
  const [page, newest, { checked, brokenAt }] = await Promise.all([
    findRecords(db, query),
    newestRecord(db),
    chain.look(db),
  ]);
  return {
    ...page,
    all: newest.count,
    anchor: newest.count > 0 ? anchorText(newest) : null,
    book: book ?? null,
    intact: brokenAt === undefined,
    checked,
    brokenAt: brokenAt ?? null,
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

  async look(db: Queryable): Promise<{ readonly checked: number; readonly brokenAt?: number | undefined }> {
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

/** The anchor of every day on which something was sealed, the newest first: its last record. */
export async function dailyAnchors(db: Queryable, days: number): Promise<RecordAnchors['days']> {
  const rows = await db.many<{ day: string; number: bigint; hash: string }>(sql`
    SELECT DISTINCT ON (day) day, number, hash
      FROM (SELECT to_char(sealed_at AT TIME ZONE ${zoneNow()}, 'YYYY-MM-DD') AS day, number, hash FROM record) r
     ORDER BY day DESC, number DESC LIMIT ${days}`);
  return rows.map(({ day, number, hash }) => ({ day, anchor: anchorText({ count: Number(number), hash }) }));
}
