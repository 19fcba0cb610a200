import { BadZip, unzipWithin } from '@north-step/core/archive';
import { zipFaultText } from '@north-step/core/verify';
import { Ajv } from 'ajv';
import { sha256 } from '../records/index.ts';
import { contentsFile, SHOP_MANIFEST, ShopManifest, tableFile } from './manifest.ts';
import { rowSchema } from './schema.ts';
import { specOf, TABLE_NAMES, type TableName, type TableSpec } from './tables.ts';

/** Something in a file that cannot be taken in: where, and what. */
export type Problem = {
  readonly file: string;
  readonly row?: number;
  readonly field?: string;
  readonly message: string;
};
export type Row = Readonly<Record<string, unknown>>;
export type Shop = {
  readonly manifest: ShopManifest;
  readonly tables: ReadonlyMap<TableName, readonly Row[]>;
  readonly files: ReadonlyMap<string, Uint8Array>;
};

/** A file that holds no shop that can be taken in, with all that is wrong with it. */
export class BadShop extends Error {
  readonly problems: readonly Problem[];
  constructor(problems: readonly Problem[]) {
    super(problems[0]?.message ?? 'no shop');
    this.problems = problems;
  }
}

/** A shop may unpack to so much; more is restored from a backup. */
const MOST_BYTES = 1024 * 1024 * 1024;
const MOST_FILES = 100_000;
const MOST_PROBLEMS = 200;
const bad = (file: string, message: string): BadShop => new BadShop([{ file, message }]);

/**
 * Reads a shop out of its zip: every file against the manifest, every row against its schema, every key once.
 * @param schema of this program's database
 * @throws BadShop with every problem that was found
 */
export function readShop(bytes: Uint8Array, schema: number): Shop {
  const files = unpacked(bytes);
  const manifest = manifestOf(files, schema);
  const problems: Problem[] = [];
  const tables = new Map<TableName, readonly Row[]>();
  for (const name of TABLE_NAMES) {
    const listed = manifest.tables.find((table) => table.name === name);
    const file = tableFile(name);
    const data = files.get(file);
    if (!listed || !data) problems.push({ file, message: 'it is missing' });
    else if (sha256(data) !== listed.sha256)
      problems.push({ file, message: 'it is not what was exported: its SHA-256 differs' });
    else {
      const rows = rowsIn(file, data, problems);
      if (rows.length !== listed.rows)
        problems.push({ file, message: `it holds ${rows.length} rows, not ${listed.rows}` });
      checkRows(name, rows, problems);
      tables.set(name, rows);
    }
  }
  for (const name of ['mesh', 'photo'] as const)
    for (const row of tables.get(name) ?? []) {
      const file = contentsFile(name, String(row.sha256));
      const data = files.get(file);
      if (!data || sha256(data) !== row.sha256)
        problems.push({ file, message: data ? 'it is not what was exported' : 'it is missing' });
    }
  if (problems.length > 0) throw new BadShop(problems.slice(0, MOST_PROBLEMS));
  return { manifest, tables, files };
}

function unpacked(bytes: Uint8Array): ReadonlyMap<string, Uint8Array> {
  try {
    return unzipWithin(bytes, { bytes: MOST_BYTES, files: MOST_FILES });
  } catch (error) {
    throw error instanceof BadZip ? bad('the zip', zipFaultText(error)) : error;
  }
}

const ajv = new Ajv({ allErrors: true, strict: false, logger: false });
const isManifest = ajv.compile<ShopManifest>(ShopManifest);

function manifestOf(files: ReadonlyMap<string, Uint8Array>, schema: number): ShopManifest {
  const file = files.get(SHOP_MANIFEST);
  if (!file) throw bad(SHOP_MANIFEST, 'It is not in the zip: this is no export of a shop.');
  const manifest = parsed(SHOP_MANIFEST, file);
  if (!isManifest(manifest)) {
    const [error] = isManifest.errors ?? [];
    throw bad(SHOP_MANIFEST, `It is no manifest of a shop: ${error?.instancePath ?? ''} ${error?.message ?? ''}`);
  }
  if (manifest.schema !== schema)
    throw bad(
      SHOP_MANIFEST,
      `It was made with schema ${manifest.schema}; this program has ${schema}. Take it in with the program that made it, bring that up to date, and export again.`,
    );
  return manifest;
}

function parsed(file: string, data: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(data));
  } catch (error) {
    throw bad(file, `It cannot be read as JSON: ${error instanceof Error ? error.message : error}`);
  }
}

function rowsIn(file: string, data: Uint8Array, problems: Problem[]): readonly Row[] {
  const rows = parsed(file, data);
  if (Array.isArray(rows)) return rows as Row[];
  problems.push({ file, message: 'it is no list of rows' });
  return [];
}

const validators = new Map<TableName, ReturnType<typeof ajv.compile>>();
function checkRows(name: TableName, rows: readonly Row[], problems: Problem[]): void {
  const validate = validators.get(name) ?? ajv.compile(rowSchema(name));
  validators.set(name, validate);
  const { key }: TableSpec = specOf(name);
  const file = tableFile(name);
  const seen = new Map<string, number>();
  rows.forEach((row, i) => {
    if (problems.length >= MOST_PROBLEMS) return;
    if (!validate(row))
      for (const { instancePath, message = 'it does not fit', params } of validate.errors ?? [])
        problems.push({ file, row: i + 1, field: fieldOf(instancePath, params), message });
    const own = JSON.stringify(key.map((column) => row[column]));
    const before = seen.get(own);
    if (before !== undefined)
      problems.push({
        file,
        row: i + 1,
        field: key.join(', '),
        message: `row ${before} has the same ${key.join(' and ')}`,
      });
    seen.set(own, i + 1);
  });
}
const fieldOf = (path: string, params: Readonly<Record<string, unknown>>): string =>
  path.slice(1) || String(params.missingProperty ?? params.additionalProperty ?? '');
