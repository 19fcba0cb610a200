import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, describe, expect, it } from 'vitest';
import { copyOfTemplate } from '../testing/bench.ts';
import { LogForcer, segmentsBetween } from './durable.ts';
import { type DatabaseLost, openDb, sql } from './index.ts';

const segment = (n: number) => `0000000100000000${n.toString(16).toUpperCase().padStart(8, '0')}`;
const left: (() => void)[] = [];
afterEach(() => {
  for (const remove of left.splice(0)) remove();
});

describe('forcing the log', () => {
  const logOf = (...names: readonly string[]) => {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-log-'));
    left.push(() => rmSync(folder, { recursive: true }));
    mkdirSync(path.join(folder, 'pg_wal'));
    for (const name of names) writeFileSync(path.join(folder, 'pg_wal', name), '');
    const forced: string[] = [];
    const log = new LogForcer(folder, segment(1), (target) => void forced.push(path.basename(target)));
    return { log, forced };
  };
  it('takes every segment from the last that was forced to the current one, and the names of new ones', () => {
    const { log, forced } = logOf(segment(1), segment(2), segment(3), segment(4), 'archive_status');
    log.upTo(segment(3));
    expect(forced).toEqual([segment(1), segment(2), segment(3), 'pg_wal']);
    forced.length = 0;
    log.upTo(segment(3));
    expect(forced).toEqual([segment(3)]);
  });
  it('says so when the segment that is written is not there', () => {
    const { log, forced } = logOf(segment(1));
    expect(() => log.upTo(segment(2))).toThrow(`the log segment ${segment(2)} is not in`);
    expect(forced).toEqual([]);
  });
  it('counts segments over the border of 4 GB', () => {
    expect(segmentsBetween('0000000100000000000000FE', '000000010000000100000001')).toBe(3);
  });
});

describe('a database on disk', () => {
  const copy = async () => {
    const { folder, remove } = await copyOfTemplate();
    left.push(remove);
    return folder;
  };
  it('keeps its log through a checkpoint, and opens after a cut that left an empty mark', async () => {
    const folder = await copy();
    const db = await openDb(folder);
    expect(await db.one(sql`SHOW wal_keep_size`)).toEqual({ wal_keep_size: '512MB' });
    await db.close();
    writeFileSync(path.join(folder, 'pg', 'postmaster.pid'), '');
    const again = await openDb(folder);
    expect(await again.one(sql`SELECT 1 AS one`)).toEqual({ one: 1 });
    await again.close();
  });
  it('that cannot force its log takes nothing more, and says so once', async () => {
    const folder = await copy();
    const told: DatabaseLost[] = [];
    const db = await openDb(folder, { onLost: (error) => told.push(error) });
    await db.durably((tx) => tx.many(sql`CREATE TABLE kept (x int)`));
    const log = path.join(folder, 'pg', 'pg_wal');
    for (const name of readdirSync(log)) if (statSync(path.join(log, name)).isFile()) rmSync(path.join(log, name));
    const add = () => db.durably((tx) => tx.many(sql`INSERT INTO kept VALUES (1)`));
    await expect(add()).rejects.toThrow(/is written, but could not be forced to disk/);
    await expect(db.many(sql`SELECT 1`)).rejects.toThrow(/could not be forced to disk/);
    await expect(db.sync()).rejects.toThrow(/could not be forced to disk/);
    expect(told).toHaveLength(1);
    await db.close().catch(() => {});
  });
});
