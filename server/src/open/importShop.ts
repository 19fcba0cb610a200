import { DatabaseError, type Db, type Queryable, type Sql, sql } from '../db/index.ts';
import { checkAll } from '../integrity/index.ts';
import { rowsOf } from './exportShop.ts';
import { contentsFile, tableFile } from './manifest.ts';
import { BadShop, type Problem, type Row, type Shop } from './readShop.ts';
import { partsOf, specOf, TABLE_NAMES, type TableName, type TableSpec } from './tables.ts';

/** Rows written at once. */
const A_WRITE = 200;
/** 256 kB, as files are kept. */
const PIECE_BYTES = 256 * 1024;
/** Written by the database itself when it was made: taken away before, or left to add up. */
const STANDS_ALREADY: ReadonlySet<TableName> = new Set(['setting']);

/** How many rows of each table came in. */
export type TakenIn = Readonly<Record<string, number>>;
class OnlyTried extends Error {}

/**
 * Takes a whole shop into a database in which nothing stands: all of it or nothing. What follows from facts is worked out anew and
 * must come out as the file says; then facts and states, the book and the chain of records are held against each other.
 * @param keep false for a trial that leaves nothing behind
 * @throws BadShop
 */
export async function importShop(
  db: Db,
  shop: Shop,
  { nowMs, keep }: { readonly nowMs: number; readonly keep: boolean },
): Promise<TakenIn> {
  try {
    await db.transaction(async (tx) => {
      for (const name of TABLE_NAMES) await takeTable(tx, name, shop);
      for (const name of TABLE_NAMES) await goOnCounting(tx, name);
      const problems = [...(await differences(tx, shop)), ...(await disagreements(db, tx, nowMs))];
      if (problems.length > 0) throw new BadShop(problems);
      if (!keep) throw new OnlyTried();
    });
  } catch (error) {
    if (!(error instanceof OnlyTried)) throw error;
  }
  if (keep) await db.sync();
  return Object.fromEntries([...shop.tables].map(([name, rows]) => [name, rows.length]));
}

async function takeTable(tx: Queryable, name: TableName, { tables, files }: Shop): Promise<void> {
  const { columns, follows = [], contents }: TableSpec = specOf(name);
  if (name === 'sink') return; // every account is there, and adds up by its lines
  if (STANDS_ALREADY.has(name)) await tx.many({ text: `DELETE FROM ${name}`, values: [] });
  const written = Object.keys(columns).filter((column) => !follows.includes(column));
  const rows = tables.get(name) ?? [];
  for (let from = 0; from < rows.length; from += A_WRITE) {
    const page = rows.slice(from, from + A_WRITE);
    try {
      await tx.many(insert(name, written, columns, page));
    } catch (error) {
      if (error instanceof DatabaseError)
        throw new BadShop([
          { file: tableFile(name), message: `Rows ${from + 1} to ${from + page.length}: ${error.message}` },
        ]);
      throw error;
    }
  }
  if (contents) for (const row of rows) await takeContents(tx, contents, String(row.sha256), files);
}

/** Types as the database reads them out of JSON. */
const TYPE_OF = {
  text: 'text',
  whole: 'bigint',
  big: 'bigint',
  number: 'double precision',
  'yes-no': 'boolean',
  time: 'timestamptz',
  json: 'jsonb',
} as const;

function insert(name: TableName, written: readonly string[], columns: TableSpec['columns'], rows: readonly Row[]): Sql {
  const types = written.map((column) => `${column} ${TYPE_OF[partsOf(columns[column]!).type]}`).join(', ');
  const list = written.join(', ');
  return {
    text: `INSERT INTO ${name} (${list}) SELECT ${list} FROM jsonb_to_recordset($1::jsonb) AS row (${types})`,
    values: [JSON.stringify(rows)],
  };
}

async function takeContents(tx: Queryable, kind: 'mesh' | 'photo', key: string, files: Shop['files']): Promise<void> {
  const bytes = files.get(contentsFile(kind, key))!;
  for (let from = 0, place = 0; from < bytes.byteLength; from += PIECE_BYTES, place++)
    await tx.many({
      text: `INSERT INTO ${kind}_chunk (sha256, place, data) VALUES ($1, $2, decode($3, 'base64'))`,
      values: [key, place, Buffer.from(bytes.subarray(from, from + PIECE_BYTES)).toString('base64')],
    });
}

async function goOnCounting(tx: Queryable, name: TableName): Promise<void> {
  const { counts }: TableSpec = specOf(name);
  if (counts)
    await tx.many({
      text: `SELECT setval(pg_get_serial_sequence('${name}', '${counts}'), coalesce(max(${counts}), 0) + 1, false) FROM ${name}`,
      values: [],
    });
}

/** Rows that came out otherwise than the file says: of those that follow from others, too. */
async function differences(tx: Queryable, { tables }: Shop): Promise<readonly Problem[]> {
  const problems: Problem[] = [];
  for (const name of TABLE_NAMES) {
    const [is, was] = [await rowsOf(tx, name), tables.get(name) ?? []];
    const lines = new Set(was.map((row) => lineOf(name, row)));
    const other = is.find((row) => !lines.has(lineOf(name, row)));
    if (other || is.length !== was.length)
      problems.push({
        file: tableFile(name),
        message: other
          ? `it comes out otherwise than it says: ${specOf(name)
              .key.map((key) => `${key} ${other[key]}`)
              .join(', ')}`
          : `${is.length} rows came out of ${was.length}`,
      });
  }
  return problems;
}

/** A row as one text, whatever the order of its members. */
function lineOf(name: TableName, row: Row): string {
  return JSON.stringify(Object.keys(specOf(name).columns).map((column) => sorted(row[column])));
}
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : typeof value === 'object' && value !== null
      ? Object.entries(value)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([key, one]) => [key, sorted(one)])
      : value;

/** What does not fit together once all of it is in. */
async function disagreements(db: Db, tx: Queryable, nowMs: number): Promise<readonly Problem[]> {
  const inside: Db = { ...db, ...tx, transaction: (work) => work(tx) };
  const { found } = await checkAll(inside, nowMs);
  return found.map((message) => ({ file: 'all of it', message }));
}

/** Whether a shop can be taken in: nothing stands there, nothing has happened. */
export async function isEmpty(db: Queryable): Promise<boolean> {
  const { n } = await db.one<{ n: number }>(
    sql`SELECT ((SELECT count(*) FROM station) + (SELECT count(*) FROM batch) + (SELECT count(*) FROM ledger_posting) + (SELECT count(*) FROM resin_card) + (SELECT count(*) FROM setting_event))::int AS n`,
  );
  return n === 0;
}
