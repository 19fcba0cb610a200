import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { RecordList } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from '../app.ts';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { checkAll } from './check.ts';
import { makeIntegrityWatch } from './watch.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  await t.workOn(await t.newBatch());
  await t.workOn(await t.newBatch());
  await t.workOn(await t.newBatch(), at('look-matte'));
});
afterAll(() => t.close());
/** What a check finds after something was changed behind the program’s back; taken back afterwards. */
async function found(change: string, back: string, kept?: { count: number; hash: string }) {
  const guards = ['record', 'event'];
  for (const table of guards) await t.db.many({ text: `ALTER TABLE ${table} DISABLE TRIGGER USER`, values: [] });
  await t.db.many({ text: change, values: [] });
  const checked = await checkAll(t.db, 1, kept);
  await t.db.many({ text: back, values: [] });
  for (const table of guards) await t.db.many({ text: `ALTER TABLE ${table} ENABLE TRIGGER USER`, values: [] });
  return checked.found;
}

describe('the check', () => {
  it('finds nothing in what the program itself wrote, and says what it looked at', async () => {
    const checked = await checkAll(t.db, 7);
    expect(checked).toMatchObject({ atMs: 7, records: 2, batches: 3, found: [], anchor: { count: 2 } });
    expect(checked.accounts).toBeGreaterThan(5);
  });
  it('finds nothing while work goes on', async () => {
    const [batch] = await t.db.many<{ id: string }>(sql`SELECT id FROM batch WHERE sealed_at IS NULL`);
    let working = true;
    const flags = (async () => {
      for (let i = 0; working; i++) await t.must(`/api/batches/${batch!.id}/flag`, { note: `note ${i}` });
    })();
    const found = [];
    for (let i = 0; i < 12; i++) found.push(...(await checkAll(t.db, 1)).found);
    working = false;
    await flags;
    await t.must(`/api/batches/${batch!.id}/flag`, { note: null });
    expect(found).toEqual([]);
  });
  it('names a record that was changed, and one that is missing', async () => {
    const changed = await found(
      `UPDATE record SET file = replace(file, '"workshop"', '"workshup"') WHERE number = 1`,
      `UPDATE record SET file = replace(file, '"workshup"', '"workshop"') WHERE number = 1`,
    );
    expect(changed).toEqual([expect.stringMatching(/^record 1: its content does not match its hash/)]);
  });
  it('names a chain that was cut off or written anew, by the anchor that was kept apart', async () => {
    const { anchor } = await checkAll(t.db, 1);
    const nothing = 'SELECT 1';
    expect(await found(nothing, nothing, anchor)).toEqual([]);
    expect(await found(nothing, nothing, { count: 3, hash: 'a'.repeat(64) })).toEqual([
      'record 3 was sealed once and is missing: the chain was cut off',
    ]);
    expect(await found(nothing, nothing, { count: 2, hash: 'a'.repeat(64) })).toEqual([
      expect.stringContaining('record 2 is not the one that was sealed'),
    ]);
  });
  it('names a batch whose state is not what its events say', async () => {
    const [first] = await t.db.many<{ id: string; name: string }>(sql`SELECT id, name FROM batch ORDER BY name`);
    const change = (count: number) =>
      `UPDATE batch SET state = jsonb_set(state, '{count}', '${count}') WHERE id = '${first!.id}'`;
    expect(await found(change(999), change(4))).toEqual([
      expect.stringMatching(new RegExp(`^${first!.name}: its state is not what its \\d+ events say$`)),
      `${first!.name}: its line in lists is not what its state says`,
    ]);
  });
  it('names an account that is not the sum of its movements, and a book that does not balance', async () => {
    const add = (mg: number) => `UPDATE vessel SET resin_mg = resin_mg + ${mg} WHERE id = 'w1'`;
    expect(await found(add(1000), add(-1000))).toEqual([
      expect.stringMatching(/^w1 holds \d+ mg, its movements say \d+ mg$/),
      'the book does not balance by 1000 mg',
    ]);
  });
});

describe('the watch', () => {
  it('checks at the start, keeps the anchor beside the database, and goes on saying what was cut off', async () => {
    const context = { db: t.db, nowMs: () => 1, newId: () => 'x', live: t.live };
    const file = path.join(t.db.folder, 'chain-anchor');
    const watch = makeIntegrityWatch(context);
    const { anchor } = await watch.check();
    expect(readFileSync(file, 'utf8')).toBe(`2:${anchor.hash}\n`);
    writeFileSync(file, `9:${'b'.repeat(64)}\n`);
    expect((await watch.check()).found).toHaveLength(1);
    expect((await watch.check()).found).toHaveLength(1);
    writeFileSync(file, `2:${anchor.hash}\n`);
    watch.close();
  });
  it('is told on Records and in health', async () => {
    const app = await buildApp(
      { db: t.db, nowMs: () => 5000, newId: () => 'x', live: t.live, space: () => ({ level: 'low', freeMb: 700 }) },
      { logLevel: 'silent', followEstimates: true },
    );
    const get = async <T>(url: string) => (await app.inject({ url, headers: { host: 'localhost' } })).json() as T;
    await expect
      .poll(async () => (await get<RecordList>('/api/records')).book, { timeout: 20_000 })
      .toMatchObject({ records: 2, found: [] });
    expect((await get<RecordList>('/api/records')).anchor).toMatch(/^2:[0-9a-f]{64}$/);
    expect(await get('/api/health')).toMatchObject({ integrity: { found: [] }, disk: { level: 'low', freeMb: 700 } });
    await app.close();
  });
  it('takes nothing more while the disk is full, and still answers', async () => {
    const app = await buildApp(
      { db: t.db, nowMs: () => 5000, newId: () => 'x', live: t.live, space: () => ({ level: 'full', freeMb: 90 }) },
      { logLevel: 'silent' },
    );
    const headers = { host: 'localhost' };
    const note = await app.inject({
      method: 'POST',
      url: '/api/shift-notes',
      payload: { commandId: 'a'.repeat(8), text: 'x' },
      headers,
    });
    expect([note.statusCode, note.json().error]).toEqual([
      503,
      expect.objectContaining({ code: 'DISK_FULL', message: 'The disk has only 90 MB left; nothing more is taken.' }),
    ]);
    expect((await app.inject({ url: '/api/bench', headers })).statusCode).toBe(200);
    await app.close();
  });
});
