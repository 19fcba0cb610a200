import type { BatchReply, SolventReply } from '@north-step/contract';
import { type BatchState, currentStep, replay } from '@north-step/core/batch';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { eventsOf, loadBatch } from './index.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

let n = 0;
/** Presses under an id that can be taken back. @returns the id */
const press = async (batch: BatchState, path: string, body: object = {}): Promise<string> => {
  const id = `press-${String(++n).padStart(4, '0')}`;
  const reply = await t.post(`/api/batches/${batch.id}/${path}`, body, id);
  expect([reply.status, reply.body.error]).toEqual([200, undefined]);
  return id;
};
const undo = (batch: BatchState, undoes: string) => t.post(`/api/batches/${batch.id}/undo`, { undoes });
const now = (batch: BatchState) => loadBatch(t.db, batch.id);
const book = async () => {
  const { vessels, residualMg } = await t.get<SolventReply>('/api/solvent');
  return { held: vessels.map(({ id, resinG }) => [id, resinG]), residualMg };
};

describe('undo', () => {
  it('of a lifted wash: the wash runs on, the book is as it was, and the batch can be rebuilt from its facts', async () => {
    const batch = await t.workOn(await t.newBatch(), at('wash'));
    const running = await t.step(batch, 'start');
    const before = await book();
    t.wait(90);
    const finish = await press(running, `steps/${currentStep(running)!.id}/finish`);
    expect(await book()).not.toEqual(before);
    t.wait(4);
    const reply = await undo(batch, finish);
    expect(reply.status).toBe(200);
    const again = (reply.body as BatchReply).batch;
    expect(currentStep(again)).toMatchObject({ id: currentStep(running)!.id, state: 'running' });
    const after = await book();
    expect(after.residualMg).toBe(0);
    for (const [i, [id, grams]] of before.held.entries()) {
      expect(after.held[i]![0]).toBe(id);
      expect(after.held[i]![1]).toBeCloseTo(grams as number, 6);
    }
    expect(replay(await eventsOf(t.db, batch.id))).toEqual(await now(batch));
    // it goes on and is booked once
    await t.workOn(again);
    const movements = (await t.get<SolventReply>('/api/solvent')).movements.filter(
      ({ batchId }) => batchId === batch.id,
    );
    expect(
      movements.filter(({ kind }) => kind === 'wash').length -
        movements.filter(({ kind }) => kind === 'reversal').length,
    ).toBe(2);
  });
  it('is refused with a reason once something followed, and when another took its place', async () => {
    const first = await t.workOn(await t.newBatch(), at('wash'));
    const running = await t.step(first, 'start');
    const id = currentStep(running)!.id;
    t.wait(90);
    const finish = await press(running, `steps/${id}/finish`);
    const second = await t.workOn(await t.newBatch(), at('wash'));
    const start = await press(second, `steps/${currentStep(second)!.id}/start`);
    const taken = await undo(first, finish);
    expect([taken.status, taken.body.error.code]).toEqual([409, 'STATION_BUSY']);
    expect(taken.body.error.message).toContain(second.name);
    expect((await undo(second, start)).status).toBe(200);
    await press(first, 'flag', { note: 'odd' });
    const followed = await undo(first, finish);
    expect([followed.status, followed.body.error.code]).toEqual([409, 'FOLLOWED']);
    expect((await undo(first, 'no-such-command')).body.error.code).toBe('UNKNOWN_COMMAND');
  });
  it('of the end of a cure takes its lamp hours back too', async () => {
    const burnt = async () => (await t.db.one<{ h: number }>(sql`SELECT coalesce(sum(burnt_h), 0) AS h FROM lamp`)).h;
    const batch = await t.workOn(await t.newBatch(), at('cure'));
    const running = await t.step(batch, 'start');
    const before = await burnt();
    t.wait(240);
    const finish = await press(running, `steps/${currentStep(running)!.id}/finish`);
    const { batch: again } = (await undo(batch, finish)).body as BatchReply;
    expect(await burnt()).toBeCloseTo(before, 9);
    await t.workOn(again);
  });
});

describe('a flag that stops', () => {
  it('holds the next step until it is answered, in the list and at the bench', async () => {
    const batch = await t.newBatch();
    await press(batch, 'flag', { note: 'ask the lead', stops: true });
    const start = await t.post(`/api/batches/${batch.id}/steps/s1/start`);
    expect([start.status, start.body.error.code]).toEqual([409, 'FLAG_STOPS']);
    const { rows } = await t.get<{ rows: { id: string; standing: string; mark: string }[] }>('/api/batches?state=open');
    expect(rows.find(({ id }) => id === batch.id)).toMatchObject({
      standing: 'stopped',
      mark: 'stopped: ask the lead',
    });
    expect((await t.post(`/api/batches/${batch.id}/flag`, { note: null })).body.error).toMatchObject({
      code: 'FLAG_NEEDS_ANSWER',
      field: 'answer',
    });
    await press(batch, 'flag', { note: null, answer: 'Ines: go on' });
    expect((await t.post(`/api/batches/${batch.id}/steps/s1/start`)).status).toBe(200);
    expect((await now(batch)).flagsAnswered?.[0]).toMatchObject({
      note: 'ask the lead',
      answer: 'Ines: go on',
      by: 'Ada B.',
    });
  });
});

describe('a count of broken pieces', () => {
  it('is put right by a fact of its own', async () => {
    const batch = await t.newBatch();
    await press(batch, 'broke', { count: 3 });
    await press(batch, 'recount', { broken: 1, because: 'two were supports' });
    expect((await now(batch)).broken).toBe(1);
    const same = await t.post(`/api/batches/${batch.id}/recount`, { broken: 1, because: 'x' });
    expect([same.status, same.body.error.code]).toEqual([422, 'SAME_COUNT']);
  });
});
