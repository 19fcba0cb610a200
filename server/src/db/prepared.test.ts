import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { copyOfTemplate } from '../testing/bench.ts';
import { LAYOUT } from './layout.ts';
import { PreparedStatements } from './prepared.ts';

let db: PGlite;
let statements: PreparedStatements;
let copy: Awaited<ReturnType<typeof copyOfTemplate>>;
beforeAll(async () => {
  copy = await copyOfTemplate();
  db = await PGlite.create({ dataDir: path.join(copy.folder, LAYOUT.database) });
  await db.query('CREATE TABLE kept (id text PRIMARY KEY, n int, at timestamptz, said jsonb, names text[])');
});
beforeEach(async () => {
  await db.query('DEALLOCATE ALL');
  statements = new PreparedStatements(db);
});
afterAll(async () => {
  await db.close();
  copy.remove();
});
const planned = async () =>
  (await db.query<{ statement: string }>('SELECT statement FROM pg_prepared_statements')).rows.map(
    (row) => row.statement,
  );

describe('prepared statements', () => {
  it('take and give what the database has types for, nothing among them', async () => {
    const at = new Date('2026-05-04T09:00:00Z');
    const insert =
      'INSERT INTO kept (id, n, at, said, names) VALUES ($1, $2, $3, $4, $5) RETURNING id, n, at, said, names';
    const whole = { id: 'a', n: -3, at, said: { it: "o'clock", list: [1, null] }, names: ['x, y', '"z"'] };
    expect(await statements.run(insert, Object.values(whole))).toEqual([whole]);
    expect(await statements.run(insert, ['b', null, undefined, null, []])).toEqual([
      { id: 'b', n: null, at: null, said: null, names: [] },
    ]);
    expect(await statements.run('SELECT id FROM kept WHERE id = ANY($1) ORDER BY id', [['b', 'a']])).toEqual([
      { id: 'a' },
      { id: 'b' },
    ]);
    expect(await statements.run('DELETE FROM kept WHERE id = ANY($1)', [['b', 'a']])).toEqual([]);
  });
  it('are planned once, and then called by name', async () => {
    const text = 'SELECT $1::int + 1 AS next';
    const exchanges = vi.spyOn(db, 'execProtocolStream');
    for (const n of [1, 2, 3]) expect(await statements.run(text, [n])).toEqual([{ next: n + 1 }]);
    expect(exchanges).toHaveBeenCalledTimes(4);
    exchanges.mockRestore();
    expect((await planned()).filter((one) => one === text)).toHaveLength(1);
  });
  it('go on after one that was refused, inside a transaction and outside', async () => {
    const text = 'INSERT INTO kept (id, n) VALUES ($1, 10 / $2::int)';
    await expect(statements.run(text, ['zero', 0])).rejects.toMatchObject({ code: '22012' });
    await statements.run('BEGIN', []);
    await expect(statements.run('SELECT nothing_like_it', [])).rejects.toMatchObject({ code: '42703' });
    await expect(statements.run('SELECT 7 AS seven', [])).rejects.toMatchObject({ code: '25P02' });
    await statements.run('ROLLBACK', []);
    expect(await statements.run('SELECT 7 AS seven', [])).toEqual([{ seven: 7 }]);
    await statements.run('BEGIN', []);
    await expect(statements.run(text, ['zero', 0])).rejects.toMatchObject({ code: '22012' });
    await expect(statements.run('COMMIT', [])).rejects.toThrow('nothing was committed');
    await statements.run(text, ['five', 2]);
    expect(await statements.run('SELECT n FROM kept WHERE id = $1', ['five'])).toEqual([{ n: 5 }]);
  });
  it('are dropped when a table changes, and give its new columns', async () => {
    const text = 'SELECT * FROM kept WHERE id = $1';
    await statements.run(`INSERT INTO kept (id) VALUES ('six')`, []);
    expect(Object.keys((await statements.run(text, ['six']))[0] as object)).not.toContain('more');
    await statements.run('ALTER TABLE kept ADD COLUMN more int DEFAULT 2', []);
    expect(await planned()).toEqual([]);
    expect(await statements.run(text, ['six'])).toMatchObject([{ id: 'six', more: 2 }]);
  });
  it('are kept up to a number: the one that was not used for longest goes', async () => {
    await statements.run('SELECT 0 AS first', []);
    for (let n = 0; n < 300; n++) {
      await statements.run(`SELECT ${n} AS n`, []);
      if (n === 150) await statements.run('SELECT 0 AS first', []);
    }
    const known = await planned();
    expect(known).toHaveLength(256);
    expect(known).toContain('SELECT 0 AS first');
    expect(known).not.toContain('SELECT 40 AS n');
    expect(known).toContain('SELECT 299 AS n');
  });
  it('are planned anew after a thousand calls, since tables grow', async () => {
    const text = 'SELECT 1000 AS calls';
    const whenPlanned = async () =>
      (
        await db.query<{ at: Date }>('SELECT prepare_time AS at FROM pg_prepared_statements WHERE statement = $1', [
          text,
        ])
      ).rows[0]!.at.getTime();
    await statements.run(text, []);
    const before = await whenPlanned();
    for (let n = 1; n < 1000; n++) await statements.run(text, []);
    expect(await whenPlanned()).toBe(before);
    await statements.run(text, []);
    expect(await whenPlanned()).toBeGreaterThan(before);
  });
});
