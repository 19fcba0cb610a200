import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BackupMade, BackupsReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDb, sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';
import { BackupFailed, makeBackup, restoreBackup } from './make.ts';

let t: TestBench;
let elsewhere: string;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  elsewhere = mkdtempSync(path.join(os.tmpdir(), 'north-step-backup-test-'));
});
afterAll(async () => {
  await t.close();
  rmSync(elsewhere, { recursive: true });
});
const commandsIn = async (folder: string) => {
  const db = await openDb(folder);
  const rows = await db.many<{ id: string }>(sql`SELECT id FROM command`);
  await db.close();
  return new Set(rows.map(({ id }) => id));
};

// each is written, unpacked and opened again: seconds on a busy machine
describe('a backup', { timeout: 300_000 }, () => {
  it('taken while work goes on holds all that was acknowledged before, and opens as a whole', async () => {
    await t.workOn(await t.newBatch());
    const before = await t.db.many<{ id: string }>(sql`SELECT id FROM command`);
    const file = path.join(elsewhere, 'busy.tar.gz');
    const [book] = await Promise.all([
      makeBackup(t.db, file),
      (async () => {
        for (let i = 0; i < 12; i++) await t.newBatch({ count: 1 + i });
      })(),
    ]);
    expect(book).toMatchObject({ records: 1, found: [] });
    const folder = path.join(elsewhere, 'restored');
    expect(await restoreBackup(file, folder)).toMatchObject({ records: 1, found: [] });
    const kept = await commandsIn(folder);
    expect(before.filter(({ id }) => !kept.has(id))).toEqual([]);
    expect(readdirSync(elsewhere).filter((name) => name.startsWith('north-step-'))).toEqual([]);
  });
  it('is never restored over a folder, and a file that is cut off or no backup leaves nothing', async () => {
    const file = path.join(elsewhere, 'quiet.tar.gz');
    await makeBackup(t.db, file);
    const mine = path.join(elsewhere, 'mine');
    writeFileSync(mine, 'x');
    await expect(restoreBackup(file, mine)).rejects.toThrow(/is there already and stays as it is/);
    expect(readFileSync(mine, 'utf8')).toBe('x');
    const whole = readFileSync(file);
    for (const bytes of [whole.subarray(0, whole.length / 2), Buffer.from('no backup')]) {
      const cut = path.join(elsewhere, 'cut.tar.gz');
      writeFileSync(cut, bytes);
      await expect(restoreBackup(cut, path.join(elsewhere, 'new'))).rejects.toThrow(/is no whole backup of North Step/);
    }
    expect(existsSync(path.join(elsewhere, 'new'))).toBe(false);
  });
  it('of what does not fit together is refused, and leaves no file', async () => {
    await t.db.many(sql`UPDATE sink SET resin_mg = resin_mg + 5 WHERE account = 'drag-out'`);
    const file = path.join(elsewhere, 'wrong.tar.gz');
    await expect(makeBackup(t.db, file)).rejects.toThrow(BackupFailed);
    expect(existsSync(file)).toBe(false);
    await t.db.many(sql`UPDATE sink SET resin_mg = resin_mg - 5 WHERE account = 'drag-out'`);
  });
  it('is made and saved from a page; the three newest are kept', async () => {
    mkdirSync(path.join(t.db.folder, 'backups'));
    for (const year of [2021, 2022, 2023])
      writeFileSync(path.join(t.db.folder, 'backups', `north-step-${year}-01-01T00-00-00.tar.gz`), 'old');
    const { backup, book } = await t.must<BackupMade>('/api/backups');
    expect([backup.bytes > 10_000, book.found]).toEqual([true, []]);
    const { backups } = await t.get<BackupsReply>('/api/backups');
    expect(backups.map(({ name }) => name.slice(0, 15))).toEqual([
      backup.name.slice(0, 15),
      'north-step-2023',
      'north-step-2022',
    ]);
    const saved = await t.app.inject({ url: `/api/backups/${backup.name}`, headers: { host: 'localhost' } });
    const kept = readFileSync(path.join(t.db.folder, 'backups', backup.name));
    expect(Buffer.compare(saved.rawPayload, kept)).toBe(0);
    const other = await t.app.inject({ url: '/api/backups/..%2Fpg%2FPG_VERSION', headers: { host: 'localhost' } });
    expect(other.statusCode).toBe(400);
  });
});
