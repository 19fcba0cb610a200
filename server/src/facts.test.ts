import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { type BatchReply, SEQ_HEADER, type SolventReply } from '@north-step/contract';
import { type BatchEvent, type BatchState, currentStep, firstLookOf, outcomeOf, replay } from '@north-step/core/batch';
import { canonicalJson } from '@north-step/core/record';
import { testCard } from '@north-step/core/testing';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from './app.ts';
import { eventsOf } from './batches/index.ts';
import { holdForChange, record } from './batches/store.ts';
import { sql } from './db/index.ts';
import { LiveHub } from './live/hub.ts';
import { setUpWorkshop } from './setUp.ts';
import { at, TestBench } from './testing/bench.ts';
import { testWorkshop } from './testing/workshop.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

describe('races', () => {
  it('two screens finishing one step: one wins, the other is told, the bath is charged once', async () => {
    const batch = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start');
    t.wait(60);
    const url = `/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/finish`;
    const replies = await Promise.all([t.post(url), t.post(url), t.post(url)]);
    expect(replies.map((reply) => reply.status).sort()).toEqual([200, 409, 409]);
    const { movements } = await t.get<SolventReply>('/api/solvent');
    expect(movements.filter((movement) => movement.batchId === batch.id)).toHaveLength(1);
  });
  it('one command sent many times at once is done once', async () => {
    const batch = await t.newBatch();
    const commandId = randomUUID();
    const replies = await Promise.all(
      Array.from({ length: 6 }, () => t.post(`/api/batches/${batch.id}/steps/s1/start`, {}, commandId)),
    );
    for (const reply of replies) expect(reply).toEqual(replies[0]);
    expect(await eventsOf(t.db, batch.id)).toHaveLength(2);
  });
  it('a repeat gets the first answer long after, though the batch has gone on, and little is kept of a press', async () => {
    const batch = await t.newBatch();
    const commandId = randomUUID();
    const press = () => t.post(`/api/batches/${batch.id}/steps/s1/start`, {}, commandId);
    const first = await press();
    await t.must(`/api/batches/${batch.id}/flag`, { note: 'later' });
    expect(await press()).toEqual(first);
    const { bytes } = await t.db.one<{ bytes: number }>(sql`
      SELECT pg_column_size(c.*) + pg_column_size(a.*) AS bytes FROM command c JOIN command_answer a ON a.command_id = c.id
       WHERE c.id = ${commandId}`);
    expect(bytes).toBeLessThan(1024);
  });
  it('two servers on one database: what both press is done once each, and nothing is written over', async () => {
    const other = await buildApp(
      { db: t.db, nowMs: () => t.clock.nowMs, newId: randomUUID, live: new LiveHub() },
      { logLevel: 'silent' },
    );
    const batch = await t.newBatch();
    const send = (app: typeof other, url: string, body: object) =>
      app.inject({ method: 'POST', url, payload: body, headers: { host: 'localhost' } });
    const before = await eventsOf(t.db, batch.id);
    const presses = Array.from({ length: 10 }, (_, i) => ({ commandId: `both-press-${i}`, note: `note ${i}` }));
    const replies = await Promise.all(
      presses.flatMap((body) => [t.app, other].map((app) => send(app, `/api/batches/${batch.id}/flag`, body))),
    );
    expect(new Set(replies.map(({ statusCode }) => statusCode))).toEqual(new Set([200]));
    for (let i = 0; i < replies.length; i += 2) expect(replies[i]!.json()).toEqual(replies[i + 1]!.json());
    expect((await eventsOf(t.db, batch.id)).length - before.length).toBe(10);
    const poured = { vesselId: 'w1', volumeMl: 10, fromVesselId: 'can' };
    const held = async () =>
      (await t.get<SolventReply>('/api/solvent')).vessels.find(({ id }) => id === 'w1')!.volumeMl;
    const heldMl = await held();
    const fills = Array.from({ length: 6 }, (_, i) => ({ commandId: `both-fill-${i}`, ...poured }));
    await Promise.all(fills.flatMap((body) => [t.app, other].map((app) => send(app, '/api/solvent/fill', body))));
    expect((await held()) - heldMl).toBeCloseTo(60, 0);
    await other.close();
  });
  it('a batch that another has changed since it was read is not written over', async () => {
    const { id } = await t.newBatch();
    const flagged = (note: string): BatchEvent => ({ type: 'flagged', note, atMs: 0, by: 'Ada B.' });
    const [mine, theirs] = await Promise.all([holdForChange(t.db, id), holdForChange(t.db, id)]);
    await record(t.db, theirs, [flagged('theirs')], 'their-press');
    await expect(t.db.transaction((tx) => record(tx, mine, [flagged('mine')], 'my-press'))).rejects.toMatchObject({
      refusal: { code: 'BATCH_CHANGED' },
    });
    expect((await eventsOf(t.db, id)).map(({ type }) => type)).toEqual(['created', 'flagged']);
    expect((await holdForChange(t.db, id)).batch.flag).toBe('theirs');
  });
  it('batches made at once get different names', async () => {
    const names = (await Promise.all(Array.from({ length: 8 }, () => t.newBatch()))).map((batch) => batch.name);
    expect(new Set(names).size).toBe(8);
  });
  it('two batches asking for one bath at once: one goes in', async () => {
    const pair = [await t.workOn(await t.newBatch(), at('wash')), await t.workOn(await t.newBatch(), at('wash'))];
    const replies = await Promise.all(
      pair.map((batch) => t.post(`/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/start`)),
    );
    expect(replies.map((reply) => reply.status).sort()).toEqual([200, 409]);
    const inside = pair[replies.findIndex((reply) => reply.status === 200)]!;
    t.wait(60);
    await t.post(`/api/batches/${inside.id}/steps/${currentStep(inside)!.id}/finish`);
  });
});

describe('a batch forgotten in solvent', () => {
  it('is flagged and held with how long; released, more solvent is still refused', async () => {
    let batch = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start');
    t.wait(14 * 3600);
    batch = await t.step(batch, 'finish');
    expect(batch.flag).toMatch(/In solvent 14:0\d:\d\d, over its 15:00/);
    expect(batch.held).toMatch(/^Quarantine: 14:0\d:\d\d in solvent/);
    const start = () => t.post(`/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/start`);
    expect((await start()).body.error.code).toBe('HELD');
    await t.must(`/api/batches/${batch.id}/hold`, { reason: null });
    const reply = await start();
    expect(reply.body.error).toMatchObject({ code: 'EXPOSURE_SPENT', remedy: expect.stringContaining('ask the lead') });
    const lowered = await t.must<BatchReply>(`/api/batches/${batch.id}/flag`, { note: null });
    expect(lowered.batch.flag).toBeUndefined();
  });
});

describe('a bath of the wrong liquid', () => {
  it('is refused by its name before the part goes in', async () => {
    const batch = await t.workOn(await t.newBatch(), at('wash'));
    await t.db.many(sql`UPDATE vessel SET solvent = 'water' WHERE id = 'w1'`);
    const reply = await t.post(`/api/batches/${batch.id}/steps/${currentStep(batch)!.id}/start`);
    await t.db.many(sql`UPDATE vessel SET solvent = 'isopropanol' WHERE id = 'w1'`);
    expect([reply.status, reply.body.error.code, reply.body.error.message]).toEqual([
      409,
      'WRONG_SOLVENT',
      'Wash 1 holds water; the card of Test Grey allows only isopropanol.',
    ]);
  });
});

describe('drag-out', () => {
  it('clings to wet parts, is carried into the clean bath, and leaves only resin when dry', async () => {
    const sink = async (account: string) =>
      (await t.get<SolventReply>('/api/solvent')).sinks.find((row) => row.account === account)!;
    const before = { clinging: await sink('drag-out'), left: await sink('left-on-parts') };
    const washing = await t.step(await t.workOn(await t.newBatch({ count: 40 }), at('wash')), 'start');
    t.wait(30);
    const afterFirst = await t.step(washing, 'finish');
    // 20 µm · 1.198 · 40 · 9000 mm² at about 0.8 g/mL
    const clingingG = (await sink('drag-out')).solventG - before.clinging.solventG;
    expect(clingingG).toBeCloseTo(0.02 * 1.198 * 360 * 0.79, 0);
    const dry = await t.workOn(afterFirst, at('look-matte'));
    expect(dry.clingingMg).toEqual(['0', '0', '0']);
    expect((await sink('drag-out')).solventG).toBeCloseTo(before.clinging.solventG, 6);
    expect((await sink('left-on-parts')).resinG).toBeGreaterThan(before.left.resinG);
    expect((await sink('left-on-parts')).solventG).toBe(before.left.solventG);
  });
});

describe('states follow from facts', () => {
  beforeAll(async () => {
    await t.workOn(await t.newBatch());
    await t.must(`/api/batches/${(await t.newBatch()).id}/flag`, { note: 'a crack?' });
    await t.step(await t.workOn(await t.newBatch(), at('look-matte')), 'look', { outcome: 'shine' });
    const washing = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start');
    t.wait(60);
    const url = `/api/batches/${washing.id}/steps/${currentStep(washing)!.id}/finish`;
    const finish = 'finish-taken-back';
    expect((await t.post(url, {}, finish)).status).toBe(200);
    await t.must(`/api/batches/${washing.id}/undo`, { undoes: finish });
    await t.must(url);
  });
  it('every batch is the sum of its events', async () => {
    const batches = await t.db.many<{ id: string; state: BatchState; flagged: boolean }>(
      sql`SELECT id, state, flagged FROM batch`,
    );
    expect(batches.length).toBeGreaterThanOrEqual(4);
    for (const { id, state, flagged } of batches) {
      const rebuilt = replay(await eventsOf(t.db, id));
      expect(rebuilt).toEqual(state);
      expect(flagged).toBe(rebuilt.flag !== undefined);
    }
  });
  it('every vessel and sink is the sum of its lines, and everything together is nothing', async () => {
    const rows = await t.db.many<{ account: string; held: bigint; lines: bigint }>(sql`
      WITH held AS (SELECT id AS account, solvent_mg + water_mg + resin_mg AS mg FROM vessel UNION ALL SELECT account, solvent_mg + water_mg + resin_mg FROM sink)
      SELECT h.account, h.mg AS held, coalesce(sum(l.solvent_mg + l.water_mg + l.resin_mg), 0)::bigint AS lines
        FROM held h LEFT JOIN ledger_line l USING (account) GROUP BY h.account, h.mg`);
    for (const row of rows) expect([row.account, row.lines]).toEqual([row.account, row.held]);
    expect(rows.reduce((sum, row) => sum + row.held, 0n)).toBe(0n);
  });
  it('the file of a record is the text that was hashed', async () => {
    const sealed = await t.workOn(await t.newBatch());
    const { file, hash } = await t.db.one<{ file: string; hash: string }>(
      sql`SELECT file, hash FROM record WHERE batch_id = ${sealed.id}`,
    );
    const { hash: inside, internal, ...open } = JSON.parse(file) as Record<string, unknown>;
    expect([inside, sealed.recordHash]).toEqual([hash, hash]);
    expect(createHash('sha256').update(canonicalJson(open)).digest('hex')).toBe(hash);
    expect(createHash('sha256').update(canonicalJson(internal)).digest('hex')).toBe(open.internalSha256);
    expect(canonicalJson(JSON.parse(file))).toBe(file);
  });
  it('steps that lists and recalls ask for are those of the states, also after one was taken back', async () => {
    const batches = await t.db.many<{ id: string; state: BatchState; outcome: string; first_look: string | null }>(
      sql`SELECT id, state, outcome, first_look FROM batch`,
    );
    expect(batches.length).toBeGreaterThanOrEqual(4);
    for (const { id, state, outcome, first_look } of batches) {
      const rows = await t.db.many<{ step_id: string; by: string | null; outcome: string | null; load: number | null }>(
        sql`SELECT step_id, by, outcome, load_pct AS load FROM batch_step WHERE batch_id = ${id} ORDER BY place`,
      );
      const begun = state.steps.filter((step) => step.state !== 'waiting');
      expect(rows).toEqual(
        begun.map(({ id: step_id, by = null, outcome: seen = null, knew }) => ({
          step_id,
          by,
          outcome: seen,
          load: knew?.loadPctW ?? null,
        })),
      );
      expect([outcome, first_look]).toEqual([outcomeOf(state), firstLookOf(state)?.outcome ?? null]);
    }
  });
  it('asks for records that are not there in vain', async () => {
    for (const url of ['/api/records/9999', '/api/records/9999/file.pdf', '/api/records/9999/file.csv']) {
      const reply = await t.app.inject({ url, headers: { host: 'localhost' } });
      expect([reply.statusCode, reply.json().error.code]).toEqual([404, 'UNKNOWN_ID']);
    }
    expect((await t.app.inject({ url: '/api/records/none', headers: { host: 'localhost' } })).statusCode).toBe(400);
  });
});

describe('moving in', () => {
  it('refuses a card that breaks its own rules, by its id, before anything is stored', async () => {
    const resins = [{ card: { ...testCard, id: 'bad', densityGPerMl: 0 }, lots: [] }];
    await expect(setUpWorkshop(t.db, { ...testWorkshop, resins })).rejects.toThrow(
      /resin card bad: densityGPerMl is 0/,
    );
    expect(await t.db.maybeOne(sql`SELECT 1 AS x FROM resin_card WHERE id = 'bad'`)).toBeUndefined();
  });
});

describe('changes are told in order, to those who still listen', () => {
  it('numbers them, and says nothing when nothing changed', () => {
    const hub = new LiveHub();
    const heard: number[] = [];
    const stop = hub.listen(({ seq }) => heard.push(seq));
    const first = hub.publish(['bench'])!;
    expect(hub.publish([])).toBeUndefined();
    hub.publish(['solvent', 'bench']);
    stop();
    hub.publish(['bench']);
    expect(heard).toEqual([first, first + 1]);
    // the server that is started next counts on: what it tells is newer
    expect(first).toBeLessThanOrEqual(Date.now() + 1);
  });
  it('an answer names its place among them; a repeat, which may tell of earlier, names none', async () => {
    const { id } = await t.newBatch();
    const flag = (commandId: string) =>
      t.app.inject({
        method: 'POST',
        url: `/api/batches/${id}/flag`,
        headers: { host: 'localhost' },
        payload: { note: 'a crack?', commandId },
      });
    const told: number[] = [];
    const stop = t.live.listen(({ seq }) => told.push(seq));
    const [once, again] = [await flag('seq-once-1'), await flag('seq-once-1')];
    stop();
    expect([once.statusCode, again.statusCode]).toEqual([200, 200]);
    expect(Number(once.headers[SEQ_HEADER])).toBe(told.at(-1));
    expect(again.headers[SEQ_HEADER]).toBeUndefined();
  });
});

describe('pages', () => {
  it('serves files, gives the app for its own addresses, and never a page for a missing API path', async () => {
    const webFolder = mkdtempSync(path.join(os.tmpdir(), 'north-step-web-'));
    writeFileSync(path.join(webFolder, 'index.html'), '<title>North Step</title>');
    writeFileSync(path.join(webFolder, 'icon.svg'), '<svg/>');
    const app = await buildApp(
      { db: t.db, nowMs: Date.now, newId: randomUUID, live: t.live },
      { logLevel: 'silent', webFolder },
    );
    const get = async (url: string) => {
      const reply = await app.inject({ url, headers: { host: 'localhost' } });
      return [reply.statusCode, reply.headers['content-type']?.toString().split(';')[0]];
    };
    expect(await get('/')).toEqual([200, 'text/html']);
    expect(await get('/batches/new')).toEqual([200, 'text/html']);
    expect(await get('/icon.svg')).toEqual([200, 'image/svg+xml']);
    expect(await get('/api/none')).toEqual([404, 'application/json']);
    expect(await get('/../package.json')).not.toEqual([200, 'application/json']);
    await app.close();
  });
});
