import type { BatchList, BatchReply } from '@north-step/contract';
import { type BatchState, currentStep, replay } from '@north-step/core/batch';
import type { SealedRecord } from '@north-step/core/record';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { wholeBody } from '../records/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { eventsOf } from './index.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const act = async (batch: BatchState, verb: string, body: object = {}) =>
  (await t.must<BatchReply>(`/api/batches/${batch.id}/${verb}`, body)).batch;
const refusal = async (batch: BatchState, verb: string, body: object = {}) => {
  const reply = await t.post(`/api/batches/${batch.id}/${verb}`, body);
  return [reply.status, reply.body.error?.code];
};
const sum = (parcels: readonly BatchState[]) =>
  parcels.reduce((total, { clingingMg }) => total + clingingMg.reduce((a, mg) => a + BigInt(mg), 0n), 0n);

describe('hold and release', () => {
  it('keeps a batch from being begun, lets what runs be finished, and says why', async () => {
    const batch = await t.newBatch();
    const held = await act(batch, 'hold', { reason: 'fin broke, ask Ines' });
    expect(held.held).toBe('fin broke, ask Ines');
    const start = await t.post(`/api/batches/${batch.id}/steps/s1/start`);
    expect(start.body.error).toMatchObject({
      code: 'HELD',
      message: expect.stringContaining('ask Ines'),
      remedy: expect.stringMatching(/^Release it/),
    });
    expect((await t.get<BatchList>('/api/batches?state=flagged')).rows[0]).toMatchObject({
      id: batch.id,
      standing: 'held',
      mark: 'held: fin broke, ask Ines',
    });
    await act(batch, 'hold', { reason: null });
    expect(await refusal(batch, 'hold', { reason: null })).toEqual([409, 'NOT_HELD']);
    await t.step(batch, 'start');
    await act(batch, 'hold', { reason: 'wait' });
    t.wait(60);
    await t.step(batch, 'finish');
    expect(await refusal(batch, 'steps/s2/finish')).toEqual([409, 'HELD']);
  });
});

describe('customer, due, priority, note', () => {
  it('change what is given, take away what is null, and are found', async () => {
    const batch = await t.newBatch({ customer: 'Skarv Survey' });
    const due = t.clock.nowMs + 3_600_000;
    const edited = await act(batch, 'edit', { dueAtMs: due, priority: 'rush', note: 'blue box' });
    expect(edited).toMatchObject({ customer: 'Skarv Survey', dueAtMs: due, priority: 'rush', note: 'blue box' });
    expect((await act(batch, 'edit', { customer: null })).customer).toBeUndefined();
    expect(
      (await t.get<BatchList>('/api/batches?search=blue%20box&sort=due')).rows.map(({ id, priority }) => [
        id,
        priority,
      ]),
    ).toEqual([[batch.id, 'rush']]);
    expect(await refusal(batch, 'edit')).toEqual([409, 'NOTHING_TO_CHANGE']);
    expect((await t.post(`/api/batches/${batch.id}/edit`, { priority: 'now!' })).status).toBe(400);
  });
});

describe('split and merge', () => {
  it('takes pieces out and puts them back: counts and clinging liquid add up, facts replay', async () => {
    const batch = await t.workOn(await t.newBatch({ count: 5 }), at('dry'));
    const before = sum([batch]);
    const out = await act(batch, 'split', { count: 2 });
    const left = (await t.get<BatchReply>(`/api/batches/${batch.id}`)).batch;
    expect([out.name, out.count, left.count, out.splitFrom]).toEqual([`${batch.name}b`, 2, 3, batch.name]);
    expect(sum([out, left])).toBe(before);
    expect(currentStep(out)!.kind).toBe('dry');
    // the next batch's name is not shifted by the split
    const again = await act(left, 'split', { count: 1 });
    expect(again.name).toBe(`${batch.name}c`);
    const joined = await act(left, 'merge', { otherId: out.id });
    expect([joined.count, sum([joined, again])]).toEqual([4, before]);
    for (const one of [joined, again]) expect(replay(await eventsOf(t.db, one.id))).toEqual(one);
    expect(await refusal(out, 'split', { count: 1 })).toEqual([409, 'MERGED']);
    expect((await t.get<BatchList>(`/api/batches?search=${encodeURIComponent(out.name)}`)).rows[0]!.step).toBe(
      `part of ${batch.name}`,
    );
    for (const one of [joined, again]) expect((await t.workOn(one)).recordHash).toMatch(/^[0-9a-f]{64}$/);
  });
  it('refuses what cannot be', async () => {
    const batch = await t.newBatch({ count: 3 });
    expect(await refusal(batch, 'split', { count: 3 })).toEqual([409, 'SPLIT_COUNT']);
    const running = await t.step(batch, 'start');
    expect(await refusal(running, 'split', { count: 1 })).toEqual([409, 'STEP_RUNNING']);
    const other = await t.newBatch({ lot: 'A2' });
    expect(await refusal(batch, 'merge', { otherId: other.id })).toEqual([409, 'MERGE_UNLIKE']);
    expect(await refusal(batch, 'merge', { otherId: batch.id })).toEqual([409, 'MERGE_SELF']);
    expect(await refusal(batch, 'merge', { otherId: 'nope' })).toEqual([404, 'UNKNOWN_ID']);
    const later = await t.workOn(await t.newBatch(), at('wash'));
    expect(await refusal(await t.newBatch(), 'merge', { otherId: later.id })).toEqual([409, 'MERGE_UNLIKE']);
  });
});

describe('again, and labels', () => {
  it('hangs the same parts once more, waiting', async () => {
    const batch = await t.newBatch({ count: 7, customer: 'Skarv Survey', routeId: 'keep-shape' });
    const copy = await act(batch, 'repeat');
    expect(copy).toMatchObject({
      count: 7,
      lot: batch.lot,
      part: batch.part,
      route: batch.route,
      customer: 'Skarv Survey',
    });
    expect(copy.id).not.toBe(batch.id);
    expect(copy.steps.every(({ state }) => state === 'waiting')).toBe(true);
  });
  it('several parts on one plate, each by its own size', async () => {
    const batch = await t.newBatch({
      count: 2,
      more: [{ part: { name: 'cap', areaMm2: 3000, heightMm: 80 }, count: 4 }],
    });
    expect(batch).toMatchObject({ count: 6, part: { name: 'block and cap', heightMm: 80 } });
    expect(batch.part.areaMm2 * 6).toBeCloseTo(2 * 9000 + 4 * 3000, 6);
    const bad = await t.post('/api/batches', {
      cardId: 'grey',
      lot: 'A1',
      count: 1,
      dripS: 60,
      part: { name: 'a', areaMm2: 9, heightMm: 9 },
      more: [{ part: { name: 'b' }, count: 1 }],
    });
    expect([bad.status, bad.body.error.field]).toEqual([422, 'more.0.part.areaMm2']);
  });
  it('prints a label for each piece, 24 on a sheet, with a code', async () => {
    const batch = await t.newBatch({ count: 30 });
    const pages = async (query: string) => {
      const reply = await t.app.inject({
        url: `/api/batches/${batch.id}/labels.pdf${query}`,
        headers: { host: 'localhost' },
      });
      const text = reply.rawPayload.toString('latin1');
      expect([reply.statusCode, text.startsWith('%PDF')]).toEqual([200, true]);
      return text.match(/\/Type \/Page\b/g)!.length;
    };
    expect([await pages(''), await pages('?copies=24'), await pages('?copies=24&skip=1')]).toEqual([2, 1, 2]);
    expect(
      (await t.app.inject({ url: `/api/batches/${batch.id}/labels.pdf?copies=0`, headers: { host: 'localhost' } }))
        .statusCode,
    ).toBe(400);
  });
});

describe('what broke', () => {
  const png = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex');
  const storePhoto = (payload: Buffer) =>
    t.app.inject({
      method: 'POST',
      url: '/api/photos',
      payload,
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    });
  it('is counted with how many were glued and a photo, and stands in the record', async () => {
    const { sha256 } = (await storePhoto(png)).json();
    const shown = await t.app.inject({ url: `/api/photos/${sha256}`, headers: { host: 'localhost' } });
    expect([shown.headers['content-type'], shown.rawPayload.equals(png)]).toEqual(['image/png', true]);
    const batch = await t.workOn(await t.newBatch({ count: 4 }), at('trim'));
    const broke = await act(batch, 'broke', { count: 2, glued: 1, note: 'fins', photoSha256: sha256 });
    expect(broke).toMatchObject({
      broken: 2,
      breakages: [{ count: 2, glued: 1, note: 'fins', photoSha256: sha256, by: 'Ada B.' }],
    });
    expect(await refusal(broke, 'broke', { count: 3 })).toEqual([422, 'BROKEN_COUNT']);
    expect(await refusal(broke, 'broke', { count: 1, glued: 2 })).toEqual([422, 'BROKEN_COUNT']);
    expect(await refusal(broke, 'broke', { count: 1, photoSha256: 'a'.repeat(64) })).toEqual([404, 'UNKNOWN_PHOTO']);
    const sealed = await t.workOn(broke);
    const { rows } = await t.get<{ rows: { number: number; batchId: string }[] }>('/api/records');
    const { number } = rows.find(({ batchId }) => batchId === sealed.id)!;
    const file = await t.get<SealedRecord>(`/api/records/${number}/file.json`);
    expect(wholeBody(file)).toMatchObject({ broken: 2, breakages: [{ glued: 1 }] });
    // what the workshop said between its people is sealed apart
    expect(file.body).toMatchObject({ broken: 2, pieceCounts: { in: 4, broken: 2, glued: 1, out: 2 } });
    expect(JSON.stringify(file.body)).not.toContain('fins');
  });
  it('refuses what is no picture, whatever it is called', async () => {
    expect((await storePhoto(Buffer.from('<svg onload=alert(1)>'))).json().error.code).toBe('BAD_VALUE');
    expect((await storePhoto(Buffer.concat([png, Buffer.alloc(9 * 1024 * 1024)]))).json().error.code).toBe('TOO_LARGE');
  });
});
