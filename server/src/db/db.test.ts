import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fillSummaries } from '../batches/index.ts';
import { migrationsFolder } from '../serve.ts';
import { copyOfTemplate, TestBench } from '../testing/bench.ts';
import { type Db, FolderInUse, openDb, type Queryable, readMigrations, sql } from './index.ts';
import { migrate, NewerDatabase, statementsOf } from './migrate.ts';
import { sharedSync } from './open.ts';

let db: Db;
let copy: Awaited<ReturnType<typeof copyOfTemplate>>;
beforeAll(async () => {
  copy = await copyOfTemplate();
  db = await openDb(copy.folder, { whoWeAre: () => 'the test bench' });
});
afterAll(async () => {
  await db.close();
  copy.remove();
});

describe('the data folder', () => {
  it('is refused to a second opener, by the name of the holder', async () => {
    await expect(openDb(copy.folder)).rejects.toThrow(FolderInUse);
    await expect(openDb(copy.folder)).rejects.toThrow(/already open in the test bench/);
  });
  it('takes transactions whole or not at all, one after another', async () => {
    const add = (id: string, fail: boolean) =>
      db.transaction(async (tx) => {
        await tx.many(sql`INSERT INTO person (id, name, role, place) VALUES (${id}, 'x', 'y', 9)`);
        if (fail) throw new Error('changed my mind');
      });
    const results = await Promise.allSettled([add('a', false), add('b', true), add('c', false)]);
    expect(results.map((r) => r.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    const ids = (await db.many<{ id: string }>(sql`SELECT id FROM person WHERE place = 9 ORDER BY id`)).map(
      (row) => row.id,
    );
    expect(ids).toEqual(['a', 'c']);
  });
  it('commits together with what was left for last, or not at all', async () => {
    const add = (id: string, last: string) =>
      db.durably(async (tx) => {
        await tx.many(sql`INSERT INTO person (id, name, role, place) VALUES (${id}, 'x', 'y', 10)`);
        tx.last(sql`INSERT INTO person (id, name, role, place) VALUES (${last}, 'x', 'y', 10)`);
        return id;
      });
    const results = await Promise.allSettled([add('d', 'e'), add('f', 'd'), add('g', 'h')]);
    expect(results).toMatchObject([
      { status: 'fulfilled', value: 'd' },
      { status: 'rejected', reason: { code: '23505', constraint: 'person_pkey' } },
      { status: 'fulfilled', value: 'g' },
    ]);
    const ids = await db.many<{ id: string }>(sql`SELECT id FROM person WHERE place = 10 ORDER BY id`);
    expect(ids.map(({ id }) => id)).toEqual(['d', 'e', 'g', 'h']);
  });
  it('gives whole numbers of any size as bigint', async () => {
    expect(await db.one(sql`SELECT 9007199254740993::bigint AS n`)).toEqual({ n: 9007199254740993n });
  });
  it('shares one disk sync among neighbours, and never answers with one begun before the call', async () => {
    let runs = 0;
    const waiting: (() => void)[] = [];
    const sync = sharedSync(
      () =>
        new Promise<void>((resolve) => {
          runs++;
          waiting.push(resolve);
        }),
    );
    const first = sync();
    const [second, third] = [sync(), sync()];
    expect(runs).toBe(1);
    waiting.shift()!();
    await first;
    await new Promise((resolve) => setImmediate(resolve));
    expect(runs).toBe(2);
    waiting.shift()!();
    await Promise.all([second, third]);
    expect(runs).toBe(2);
  });
});

/** Columns that name no row: what they name stands elsewhere, or may be gone. */
const NAMES_NO_ROW: readonly string[] = [
  // the browser's id of what was pressed; what sets a workshop up has none
  'command_id',
  // a step of the batch's state; a station and vessel as the state says, which may be taken off the bench since
  'step_id',
  'batch_step.station_id',
  'batch_step.vessel_id',
  // a route that comes with the program has a row only once it was changed
  'batch.route_id',
  // a check that the program knows
  'check_id',
];

describe('what names a row of another table', () => {
  it('is held to it by the database, or stands on the list of what is not', async () => {
    const rows = await db.many<{ name: string }>(sql`
      SELECT c.table_name || '.' || c.column_name AS name
        FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
       WHERE c.table_schema = 'public' AND t.table_type = 'BASE TABLE' AND (c.column_name LIKE '%\\_id' OR c.column_name = 'account')
         AND NOT EXISTS (
           SELECT 1 FROM information_schema.key_column_usage k JOIN information_schema.table_constraints f USING (constraint_name)
            WHERE f.constraint_type = 'FOREIGN KEY' AND k.table_name = c.table_name AND k.column_name = c.column_name)`);
    const free = rows.map(({ name }) => name);
    expect(free.filter((name) => !NAMES_NO_ROW.includes(name) && !NAMES_NO_ROW.includes(name.split('.')[1]!))).toEqual(
      [],
    );
  });
  it('a vessel has its account from when it is there until it is not; a sink’s name is taken', async () => {
    const accounts = async () =>
      (await db.many<{ id: string }>(sql`SELECT id FROM account WHERE kind = 'vessel' ORDER BY id`)).map(
        ({ id }) => id,
      );
    const before = await accounts();
    const add = (id: string) =>
      db.many(sql`INSERT INTO vessel (id, name, kind, solvent, capacity_ml, surface_m2, place)
        VALUES (${id}, ${id}, 'jar', 'isopropanol', 1000, 0.01, 99)`);
    await add('spare');
    expect(await accounts()).toEqual([...before, 'spare'].sort());
    await db.many(sql`DELETE FROM vessel WHERE id = 'spare'`);
    expect(await accounts()).toEqual(before);
    await expect(add('supply')).rejects.toMatchObject({ code: '23505' });
  });
});

describe('migrations', () => {
  it('are refused by an older program, with nothing changed', async () => {
    await expect(migrate(db, [])).rejects.toThrow(NewerDatabase);
    await expect(migrate(db, [])).rejects.toThrow(/schema 18; this program knows up to 0/);
  });
  it('are refused when one was edited after it ran', async () => {
    const files = await readMigrations(migrationsFolder());
    await expect(
      migrate(
        db,
        files.map((file) => ({ ...file, text: `SELECT ${file.number}` })),
      ),
    ).rejects.toThrow(/was edited/);
  });
  it('leave nothing half-done', async () => {
    const first = (await db.many<{ number: number; name: string; sha256: string }>(sql`SELECT * FROM migration`))[0]!;
    expect(first.number).toBe(1);
    const text = 'CREATE TABLE half (x int); SELECT 1/0;';
    await expect(
      db.transaction(async (tx) => {
        for (const statement of statementsOf(text)) await tx.many({ text: statement, values: [] });
      }),
    ).rejects.toThrow(/division by zero/);
    expect(
      await db.maybeOne(sql`SELECT 1 AS x FROM information_schema.tables WHERE table_name = 'half'`),
    ).toBeUndefined();
  });
  it('keep what was answered before commands were slim', async () => {
    const files = await readMigrations(migrationsFolder());
    const run = async (tx: Queryable, text: string) => {
      for (const statement of statementsOf(text)) await tx.many({ text: statement, values: [] });
    };
    const back = new Error('back');
    const kept = db.transaction(async (tx) => {
      await run(tx, 'CREATE SCHEMA before; SET LOCAL search_path TO before');
      for (const { number, text } of files) if (number < 9) await run(tx, text);
      const answers = { press: { batch: { id: 'b1', name: 'Tern 1' } }, fill: { postingId: 'p1' } };
      for (const [id, answer] of Object.entries(answers))
        await tx.many(sql`
          INSERT INTO command (id, kind, at, response) VALUES (${id}, 'x', ${new Date(0)}, ${JSON.stringify(answer)})`);
      await run(tx, files[8]!.text);
      const rows = await tx.many(sql`SELECT command_id, about, response FROM command_answer ORDER BY command_id`);
      expect(rows).toEqual([
        { command_id: 'fill', about: null, response: { postingId: 'p1' } },
        { command_id: 'press', about: 'b1', response: null },
      ]);
      throw back;
    });
    await expect(kept).rejects.toBe(back);
  });
  it('give batches of before there were summaries the line that lists show', async () => {
    const t = await TestBench.open();
    await t.fillBaths();
    const ids = [(await t.newBatch({ customer: 'Quay' })).id, (await t.workOn(await t.newBatch())).id];
    const kept = () => t.db.many(sql`SELECT summary FROM batch WHERE id = ANY(${ids}) ORDER BY id`);
    const before = await kept();
    await t.db.many(sql`UPDATE batch SET summary = NULL`);
    expect(await fillSummaries(t.db)).toBe(2);
    expect(await kept()).toEqual(before);
    expect(await fillSummaries(t.db)).toBe(0);
    await t.close();
  });
  it('splits scripts at semicolons outside bodies, quotes and comments', () => {
    expect(statementsOf("SELECT ';'; -- a; b\nCREATE FUNCTION f() AS $$ a; b; $$; SELECT 2")).toEqual([
      "SELECT ';'",
      '-- a; b\nCREATE FUNCTION f() AS $$ a; b; $$',
      'SELECT 2',
    ]);
  });
});
