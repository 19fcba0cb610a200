import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { BenchReply, ShopImport } from '@north-step/contract';
import { bombOf, testLamp } from '@north-step/core/testing';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { sha256 } from '../records/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { ownBench } from '../testing/ownBench.ts';
import { rowsOf } from './exportShop.ts';
import { formatSchemas } from './formats.ts';
import { SHOP_MANIFEST, type ShopManifest, tableFile } from './manifest.ts';
import { LEFT_OUT, specOf, TABLE_NAMES, type TableName } from './tables.ts';

let from: TestBench;
let into: TestBench;
let file: Buffer;
beforeAll(async () => {
  [from, into] = await Promise.all([TestBench.open(), TestBench.bare()]);
  await from.fillBaths();
  await from.must('/api/lamps/lamp-box', { lamp: testLamp });
  const sealed = await from.workOn(await from.newBatch({ customer: 'Skarv Survey' }));
  await from.must(`/api/batches/${sealed.id}/corrections`, { about: 'lot', wrong: 'A1', right: 'A2', because: 'seen' });
  await from.workOn(await from.newBatch(), at('trim'));
  await from.must('/api/solvent/readings', {
    vesselId: 'w1',
    reading: { kind: 'residue', sampleMl: 10, residueG: 0.2 },
  });
  const { postingId } = await from.must<{ postingId: string }>('/api/solvent/rotate', {
    freshMl: 4000,
    fromVesselId: 'can',
  });
  await from.must('/api/solvent/reverse', { postingId });
  await from.must('/api/waste', { name: 'Drum 1', kind: 'resin' }).catch(() => undefined);
  await from.must('/api/shift-notes', { text: 'the fan rattles' });
  file = (await from.app.inject({ url: '/api/shop.zip', headers: { host: 'localhost' } })).rawPayload;
});
afterAll(() => Promise.all([from.close(), into.close()]));

const send = async (t: TestBench, payload: Buffer, query = '') =>
  t.app.inject({
    method: 'POST',
    url: `/api/shop${query}`,
    payload,
    headers: { host: 'localhost', 'content-type': 'application/zip' },
  });
const rowsIn = async (t: TestBench) =>
  Object.fromEntries(await Promise.all(TABLE_NAMES.map(async (name) => [name, await rowsOf(t.db, name)] as const)));
const untouched = async (t: TestBench) =>
  expect((await t.db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM event`)).n).toBe(0n);

/** The export with one table written otherwise, and its manifest made to fit. */
function changed(name: TableName, change: (rows: Record<string, unknown>[]) => unknown): Buffer {
  const files = unzipSync(file);
  const rows = change(JSON.parse(strFromU8(files[tableFile(name)]!)));
  const text = strToU8(JSON.stringify(rows));
  const manifest = JSON.parse(strFromU8(files[SHOP_MANIFEST]!)) as ShopManifest;
  const tables = manifest.tables.map((table) =>
    table.name === name ? { ...table, rows: Array.isArray(rows) ? rows.length : 0, sha256: sha256(text) } : table,
  );
  return Buffer.from(
    zipSync({ ...files, [tableFile(name)]: text, [SHOP_MANIFEST]: strToU8(JSON.stringify({ ...manifest, tables })) }),
  );
}

describe('what is exported', () => {
  it('is every table, or one that is named with why it is not', async () => {
    const rows = await from.db.many<{ name: string }>(
      sql`SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE'`,
    );
    expect(rows.map(({ name }) => name).sort()).toEqual([...TABLE_NAMES, ...Object.keys(LEFT_OUT)].sort());
  });
  it('is every column of them that the database does not work out itself', async () => {
    for (const name of TABLE_NAMES) {
      const rows = await from.db.many<{ column_name: string }>(
        sql`SELECT column_name FROM information_schema.columns WHERE table_name = ${name} AND is_generated = 'NEVER'`,
      );
      expect([name, ...rows.map((row) => row.column_name).sort()]).toEqual([
        name,
        ...Object.keys(specOf(name).columns).sort(),
      ]);
    }
  });
  it('is described by the schemas of docs/formats, which are those of the program', () => {
    for (const [name, schema] of Object.entries(formatSchemas()))
      expect([name, JSON.parse(readFileSync(path.join('docs/formats', name), 'utf8'))]).toEqual([name, schema]);
    const ajv = new Ajv2020({ strict: false });
    const { $defs, ...manifest } = formatSchemas()['shop.schema.json'] as { $defs: Record<string, object> };
    const files = unzipSync(file);
    const validates = (schema: object, name: string) => ajv.validate(schema, JSON.parse(strFromU8(files[name]!)));
    expect(validates(manifest, SHOP_MANIFEST)).toBe(true);
    for (const [name, schema] of Object.entries($defs)) expect([name, validates(schema, name)]).toEqual([name, true]);
  });
  it('holds the book as a table that adds up to nothing', () => {
    const [head, ...lines] = strFromU8(unzipSync(file)['ledger.csv']!).trim().split(/\r?\n/);
    expect(head).toContain('solvent_mg');
    expect(lines.length).toBeGreaterThan(6);
  });
});

describe('a shop that is taken in', () => {
  it.each([
    ['no zip', () => Buffer.from('hello'), 'damaged'],
    ['a zip cut short', () => file.subarray(0, file.length / 2), 'damaged'],
    ['a zip of something else', () => Buffer.from(zipSync({ 'a.txt': strToU8('x') })), 'no export of a shop'],
    ['a bomb', () => Buffer.from(bombOf('shop.json', 2 ** 31)), 'more than 1024 MB'],
    ['another schema', () => withManifest((manifest) => ({ ...manifest, schema: 3 })), 'schema 3'],
    [
      'a table that was changed behind its manifest',
      () => {
        const files = unzipSync(file);
        return Buffer.from(zipSync({ ...files, [tableFile('person')]: strToU8('[]') }));
      },
      'SHA-256 differs',
    ],
    ['an id that stands twice', () => changed('batch', (rows) => [...rows, rows[0]]), 'row 1 has the same id'],
    [
      'a row with a word for a number',
      () => changed('vessel', ([row, ...rows]) => [{ ...row, capacity_ml: 'much' }, ...rows]),
      'must be number',
    ],
    [
      'a movement that does not add up',
      () => changed('ledger_line', ([row, ...rows]) => [{ ...row, solvent_mg: '1' }, ...rows]),
      '',
    ],
    [
      'a record that was changed',
      () => changed('record', ([row, ...rows]) => [{ ...row, file: String(row!.file).replace('A1', 'B1') }, ...rows]),
      'record 1',
    ],
    [
      'a batch that is not what its events say',
      () =>
        changed('batch', ([row, ...rows]) => [{ ...row, state: { ...(row!.state as object), count: 77 } }, ...rows]),
      'events say',
    ],
    ['a reading of no vessel', () => changed('reading', ([row]) => [{ ...row, vessel_id: 'none' }]), ''],
  ])('is refused from %s, and nothing is half-written', async (_, make, said) => {
    const reply = await send(into, make());
    const { taken, problems } = reply.json<ShopImport>();
    expect([reply.statusCode, taken]).toEqual([200, false]);
    expect(
      problems.map(({ file: name, row, field, message }) => `${name} ${row} ${field} ${message}`).join('\n'),
    ).toContain(said);
    expect(problems.length).toBeGreaterThan(0);
    await untouched(into);
  });
  it('is looked at first without a trace, then is equal to where it came from, row by row, and works on', async () => {
    const into = await ownBench(TestBench.bare);
    const tried = (await send(into, file, '?dryRun=true')).json<ShopImport>();
    expect(tried).toMatchObject({ taken: false, problems: [] });
    expect(tried.rows.batch).toBe(2);
    await untouched(into);
    const took = (await send(into, file)).json<ShopImport>();
    expect(took).toMatchObject({ taken: true, problems: [], rows: tried.rows });
    expect(await rowsIn(into)).toEqual(await rowsIn(from));
    // the batch under way is carried on where it is now
    into.clock.nowMs = from.clock.nowMs;
    const { open } = await into.get<BenchReply>('/api/bench');
    expect((await into.workOn(open[0]!)).recordHash).toBeDefined();
    expect((await into.get<{ intact: boolean }>('/api/records')).intact).toBe(true);
    const again = await send(into, file);
    expect([again.statusCode, again.json().error.code]).toEqual([409, 'ALREADY_SET_UP']);
  });
});

function withManifest(change: (manifest: ShopManifest) => object): Buffer {
  const files = unzipSync(file);
  const manifest = JSON.parse(strFromU8(files[SHOP_MANIFEST]!)) as ShopManifest;
  return Buffer.from(zipSync({ ...files, [SHOP_MANIFEST]: strToU8(JSON.stringify(change(manifest))) }));
}
