import { type AsyncZippable, strToU8, zip } from 'fflate';
import Papa from 'papaparse';
import { benchSetting } from '../bench/index.ts';
import { type Queryable, readFile, type Sql, sql } from '../db/index.ts';
import { sha256 } from '../records/index.ts';
import { contentsFile, SHOP_FORMAT, SHOP_MANIFEST, type ShopManifest, tableFile } from './manifest.ts';
import { partsOf, specOf, TABLE_NAMES, type TableName, type TableSpec } from './tables.ts';

/** Rows read at once. */
const A_READ = 2000;
type Row = Readonly<Record<string, unknown>>;

/** Everything that a shop is, as one zip of open files. @param db nobody writes to it meanwhile: a copy */
export async function exportShop(db: Queryable, nowMs: number): Promise<Buffer> {
  const files: AsyncZippable = {};
  const tables: ShopManifest['tables'] = [];
  for (const name of TABLE_NAMES) {
    const rows = await rowsOf(db, name);
    const text = strToU8(`[${rows.map((row) => JSON.stringify(row)).join(',\n')}]\n`);
    files[tableFile(name)] = text;
    tables.push({ name, rows: rows.length, sha256: sha256(text) });
    const { contents }: TableSpec = specOf(name);
    if (contents)
      for (const row of rows) {
        const key = String(row.sha256);
        files[contentsFile(contents, key)] = (await readFile(db, contents, key)) ?? new Uint8Array();
      }
  }
  const { number } = await db.one<{ number: number }>(sql`SELECT max(number)::int AS number FROM migration`);
  const manifest: ShopManifest = {
    format: SHOP_FORMAT,
    schema: number,
    made: new Date(nowMs).toISOString(),
    workshop: (await benchSetting(db)).workshop,
    tables,
  };
  files[SHOP_MANIFEST] = strToU8(JSON.stringify(manifest, null, 2));
  files['ledger.csv'] = strToU8(await ledgerCsv(db));
  return new Promise((resolve, reject) =>
    zip(files, { level: 6 }, (error, data) => (error ? reject(error) : resolve(Buffer.from(data)))),
  );
}

/** Rows of a table as its file holds them, in the order of its key. */
export async function rowsOf(db: Queryable, name: TableName): Promise<readonly Row[]> {
  const { columns, key, order = key.join(', ') }: TableSpec = specOf(name);
  const all: Row[] = [];
  for (;;) {
    const page = await db.many<Row>(select(name, order, all.length));
    all.push(...page.map((row) => outOf(row, columns)));
    if (page.length < A_READ) return all;
  }
}

const select = (name: TableName, order: string, offset: number): Sql => ({
  text: `SELECT ${Object.keys(specOf(name).columns).join(', ')} FROM ${name} ORDER BY ${order} LIMIT ${A_READ} OFFSET ${offset}`,
  values: [],
});

function outOf(row: Row, columns: TableSpec['columns']): Row {
  return Object.fromEntries(
    Object.entries(columns).map(([column, held]) => {
      const value = row[column];
      if (value === null || value === undefined) return [column, null];
      const { type } = partsOf(held);
      if (type === 'time') return [column, (value as Date).toISOString()];
      if (type === 'big') return [column, String(value)];
      if (type === 'whole') return [column, Number(value)];
      return [column, value];
    }),
  );
}

/** The book as a table that a spreadsheet opens: a row for each line of each movement. */
async function ledgerCsv(db: Queryable): Promise<string> {
  const rows = await db.many<Row>(sql`
    SELECT to_char(p.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') AS at, p.kind, p.note, p.by, l.account, coalesce(v.name, l.account) AS name,
           l.solvent_mg::text, l.water_mg::text, l.resin_mg::text, b.name AS batch, p.id AS posting, p.reverses
      FROM ledger_posting p JOIN ledger_line l ON l.posting_id = p.id LEFT JOIN vessel v ON v.id = l.account LEFT JOIN batch b ON b.id = p.batch_id
     ORDER BY p.seq, l.account`);
  return Papa.unparse([...rows], { escapeFormulae: true });
}
