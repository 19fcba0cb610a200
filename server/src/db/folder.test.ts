import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { copyOfTemplate } from '../testing/bench.ts';
import { type DatabaseLost, FolderInUse, FolderRefused, holderOf, openDb, sql } from './index.ts';
import { levelOf, SpaceWatch } from './space.ts';

const left: (() => void)[] = [];
afterEach(() => {
  for (const remove of left.splice(0)) remove();
});
const copy = async () => {
  const { folder, remove } = await copyOfTemplate();
  left.push(remove);
  return folder;
};
const empty = (prefix = 'north-step-folder-') => {
  const folder = mkdtempSync(path.join(os.tmpdir(), prefix));
  left.push(() => rmSync(folder, { recursive: true }));
  return folder;
};
const refusal = async (folder: string) => {
  const error = await openDb(folder).then(
    () => undefined,
    (thrown) => thrown,
  );
  expect(error).toBeInstanceOf(FolderRefused);
  return (error as Error).message;
};

describe('a folder that is not ours', () => {
  it('is refused with what it holds, and left as it is', async () => {
    const folder = empty();
    writeFileSync(path.join(folder, 'taxes.ods'), 'x');
    expect(await refusal(folder)).toMatch(/holds other things \(“taxes.ods”\) and no North Step data/);
    expect(existsSync(path.join(folder, 'pg'))).toBe(false);
  });
  it.each([
    ['PG_VERSION', /not its PG_VERSION: parts are missing/],
    ['global/pg_control', /its global\/pg_control is missing/],
    ['postgresql.conf', /its postgresql.conf is missing/],
  ])('or of which %s is missing is no new one', async (name, said) => {
    const folder = await copy();
    const file = path.join(folder, 'pg', name);
    rmSync(file);
    const message = await refusal(folder);
    expect(message).toMatch(said);
    expect(message).toContain('npm run restore');
    expect(existsSync(file)).toBe(false);
  });
  it('or that another version wrote, or that was cut to nothing, says which', async () => {
    const folder = await copy();
    writeFileSync(path.join(folder, 'pg', 'PG_VERSION'), '12\n');
    expect(await refusal(folder)).toMatch(/written by PostgreSQL 12; this North Step reads 18/);
    writeFileSync(path.join(folder, 'pg', 'PG_VERSION'), '18\n');
    truncateSync(path.join(folder, 'pg', 'global', 'pg_control'));
    expect(await refusal(folder)).toMatch(/its global\/pg_control is empty/);
  });
  it('or whose files are broken inside says what the database said', async () => {
    const folder = await copy();
    const control = path.join(folder, 'pg', 'global', 'pg_control');
    writeFileSync(control, readFileSync(control).fill(7, 0, 300));
    expect(await refusal(folder)).toMatch(/does not open: .+Keep a copy of the folder as it is/s);
  });
});

describe('a folder that is ours', () => {
  it('begun anew leaves nothing of the making, and one that was filled half-way is made anew', async () => {
    const folder = await copy();
    const db = await openDb(folder);
    await db.many(sql`CREATE TABLE half (x int)`);
    await db.close();
    writeFileSync(path.join(folder, 'being-filled'), '');
    mkdirSync(path.join(folder, 'pg.making'));
    const again = await openDb(folder);
    expect(await again.maybeOne(sql`SELECT 1 AS x FROM pg_tables WHERE tablename = 'half'`)).toBeUndefined();
    await again.close();
    expect(readdirSync(folder)).not.toEqual(expect.arrayContaining([expect.stringMatching(/being-filled|pg.making/)]));
  });
  it('is held on its disk: by a path too long for a socket, and after a kill that left the socket behind', async () => {
    const folder = path.join(empty(), 'a'.repeat(90), 'b'.repeat(90));
    cpSync(await copy(), folder, { recursive: true });
    const db = await openDb(folder, { whoWeAre: () => 'the long one' });
    await expect(openDb(folder)).rejects.toThrow(FolderInUse);
    expect(await holderOf(folder)).toBe('the long one');
    expect(existsSync(path.join(folder, 'north-step.lock'))).toBe(true);
    await db.close();
    expect(await holderOf(folder)).toBeUndefined();
    expect(existsSync(path.join(folder, 'north-step.lock'))).toBe(false);
    writeFileSync(path.join(folder, 'north-step.lock'), '');
    await (await openDb(folder)).close();
  });
});

describe('a database that does not answer', () => {
  it('is given up after its time with a sentence, and the folder is free again', async () => {
    const folder = await copy();
    const told: DatabaseLost[] = [];
    const db = await openDb(folder, { onLost: (error) => told.push(error), withinMs: { query: 400 } });
    await expect(db.many(sql`SELECT pg_sleep(600)`)).rejects.toThrow('The database has not answered for 0.4 s.');
    await expect(db.many(sql`SELECT 1`)).rejects.toThrow('The database has not answered');
    expect(told).toHaveLength(1);
    await db.close().catch(() => {});
    await (await openDb(folder)).close();
  });
});

describe('room on the disk', () => {
  it('is plenty, low, or too little for more', () => {
    expect([5000, 1023, 128, 127].map(levelOf)).toEqual(['plenty', 'low', 'low', 'full']);
  });
  it('is looked at, and a disk that cannot say keeps the last answer', async () => {
    let answer: Promise<number> = Promise.resolve(100 * 1024 * 1024);
    const watch = new SpaceWatch('/', () => answer);
    expect(await watch.look()).toEqual({ level: 'full', freeMb: 100 });
    answer = Promise.reject(new Error('EIO'));
    expect(await watch.look()).toEqual({ level: 'full', freeMb: 100 });
    expect((await new SpaceWatch(os.tmpdir()).look()).freeMb).toBeGreaterThan(0);
  });
});
