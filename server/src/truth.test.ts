import type { BenchReply, CareReply, PostingReply, RecordList, SolventReply } from '@north-step/contract';
import { currentStep } from '@north-step/core/batch';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from './app.ts';
import { sql } from './db/index.ts';
import { ChainWatch, listRecords } from './records/queries.ts';
import { at, TestBench } from './testing/bench.ts';
import { ownBench } from './testing/ownBench.ts';
import { askThread } from './threads/index.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const vessel = async (id: string) => (await t.get<SolventReply>('/api/solvent')).vessels.find((one) => one.id === id)!;

describe('what the bench says of a bath', () => {
  it('carries the last estimate over a new wash: it never falls back to the book', async () => {
    for (let n = 0; n < 2; n++) await t.workOn(await t.newBatch({ count: 60 }), at('dry'));
    // the filter learns from a reading that the bath holds more than its book
    const reading = { kind: 'residue', sampleMl: 10, residueG: 0.7 };
    await t.must('/api/solvent/readings', { vesselId: 'w1', reading });
    const care = (await t.get<CareReply>('/api/solvent/care')).baths.find(({ vesselId }) => vesselId === 'w1')!;
    const book = (await vessel('w1')).loadPctW;
    expect(care.estimate.loadPctW).toBeGreaterThan(1.1 * book);
    const batch = await t.workOn(await t.newBatch({ count: 20 }), at('wash'));
    await t.step(batch, 'start');
    t.wait(60);
    await t.step(batch, 'finish');
    // at once, before anybody asked the filter again
    const { care: notes, bench } = await t.get<BenchReply>('/api/bench');
    expect(notes.w1!.loadPctW).toBeGreaterThan(care.estimate.loadPctW);
    expect(notes.w1!.loadPctW).toBeLessThan(1.3 * care.estimate.loadPctW);
    expect(bench.baths['wash-1']!.loadPctW).toBe(notes.w1!.loadPctW);
    expect(notes.w1!.range90[0]).toBeLessThan(notes.w1!.loadPctW);
    // and near what the filter says once it has caught up
    const caughtUp = (await t.get<CareReply>('/api/solvent/care')).baths.find(({ vesselId }) => vesselId === 'w1')!;
    expect(notes.w1!.loadPctW / caughtUp.estimate.loadPctW).toBeCloseTo(1, 1);
  });
  it('tells only of readings of the liquid that is in there', async () => {
    const t = await ownBench();
    await t.workOn(await t.newBatch(), at('dry'));
    const last = async () =>
      (await t.get<CareReply>('/api/solvent/care')).baths.find(({ vesselId }) => vesselId === 'w1')!;
    await t.must('/api/solvent/readings', {
      vesselId: 'w1',
      reading: { kind: 'residue', sampleMl: 10, residueG: 0.1 },
    });
    expect((await last()).lastReadingMs).not.toBeNull();
    t.wait(3600);
    await t.must('/api/solvent/rotate', { freshMl: 4000, fromVesselId: 'can' });
    expect((await last()).lastReadingMs).toBeNull();
  });
});

describe('solvent', () => {
  it('a fill that waited for the server is booked when it was pressed', async () => {
    t.wait(7200);
    const pressedMs = t.clock.nowMs - 3_600_000;
    const { postingId } = await t.must<PostingReply>('/api/solvent/fill', {
      vesselId: 'bottle',
      volumeMl: 500,
      heldMs: 3_600_000,
    });
    const { at: booked } = await t.db.one<{ at: Date }>(sql`SELECT at FROM ledger_posting WHERE id = ${postingId}`);
    expect(booked.getTime()).toBe(pressedMs);
  });
  it('undoing a fill gives an empty vessel its old name of liquid back', async () => {
    const { vessel: tub } = await t.must<{ vessel: { id: string } }>('/api/solvent/vessel', {
      name: 'Tub',
      kind: 'bath',
      capacityMl: 3000,
      surfaceCm2: 300,
      solvent: 'isopropanol',
    });
    const { postingId } = await t.must<PostingReply>('/api/solvent/fill', {
      vesselId: tub.id,
      volumeMl: 1000,
      solvent: 'water',
    });
    expect((await vessel(tub.id)).solvent).toBe('water');
    await t.must('/api/solvent/reverse', { postingId });
    expect(await vessel(tub.id)).toMatchObject({ solvent: 'isopropanol', volumeMl: 0 });
  });
  it('parts in a rinse are in a bath: nothing is rotated under them', async () => {
    const batch = await t.workOn(await t.newBatch(), at('wash'));
    const running = await t.step(batch, 'start');
    const rinse = {
      ...running,
      steps: running.steps.map((s) => (s.id === currentStep(running)!.id ? { ...s, kind: 'rinse' } : s)),
    };
    await t.db.many(sql`UPDATE batch SET state = ${JSON.stringify(rinse)} WHERE id = ${batch.id}`);
    const reply = await t.post('/api/solvent/rotate', { freshMl: 4000, fromVesselId: 'can' });
    expect([reply.status, reply.body.error.code]).toEqual([409, 'BATH_IN_USE']);
    await t.db.many(sql`UPDATE batch SET state = ${JSON.stringify(running)} WHERE id = ${batch.id}`);
    t.wait(60);
    await t.step(running, 'finish');
  });
});

describe('the chain', () => {
  it('is judged as a whole, not by the page that is shown', async () => {
    for (let n = 0; n < 3; n++) await t.workOn(await t.newBatch());
    const { total, checked, intact } = await t.get<RecordList>('/api/records?limit=1');
    expect([checked, intact]).toEqual([total, true]);
    // the first record is changed behind the program's back; a page that does not show it says so all the same
    await t.db.many(sql`ALTER TABLE record DISABLE TRIGGER record_is_a_fact`);
    await t.db.many(sql`UPDATE record SET file = replace(file, 'Test Grey', 'Test Gray') WHERE number = 1`);
    await t.db.many(sql`ALTER TABLE record ENABLE TRIGGER record_is_a_fact`);
    const found = await listRecords(t.db, new ChainWatch(), { limit: 1 });
    expect(found).toMatchObject({ intact: false, brokenAt: 1 });
    expect(found.rows.map(({ number }) => number)).toEqual([total]);
  });
});

describe('a fault of the program', () => {
  it('is no wrong value of the user: 500 with a number, and a line in the log', async () => {
    const logged: { msg: string; faultId?: string; err?: { stack: string } }[] = [];
    const logTo = { write: (line: string) => void logged.push(JSON.parse(line)) };
    const db = { ...t.db, one: () => Promise.reject(new RangeError('toFixed() digits argument')) } as typeof t.db;
    const app = await buildApp(
      { db, nowMs: () => t.clock.nowMs, newId: () => 'x', live: t.live },
      { logLevel: 'error', logTo },
    );
    const reply = await app.inject({ url: '/api/bench', headers: { host: 'localhost' } });
    await app.close();
    expect(reply.statusCode).toBe(500);
    const { error } = reply.json() as { error: { code: string; message: string; field?: string } };
    expect(error).toMatchObject({
      code: 'UNEXPECTED',
      message: expect.stringMatching(/North Step itself failed \(fault req-\w+\)/),
    });
    expect(error.field).toBeUndefined();
    const line = logged.find(({ msg }) => msg === 'unexpected failure');
    expect(error.message).toContain(line!.faultId);
    expect(line!.err!.stack).toContain('RangeError');
  });
  it('in a thread is told apart from what a user asked', async () => {
    const asker = askThread<object, object>(new URL('./testing/faultyThread.ts', import.meta.url));
    await expect(asker.ask({ what: 'bug' })).rejects.toThrow(/Cannot read properties/);
    await expect(asker.ask({ what: 'bug' })).rejects.not.toHaveProperty('field');
    await expect(asker.ask({ what: 'input' })).rejects.toMatchObject({ name: 'InputError', field: 'voxelMm' });
    await asker.close();
  });
});
