import { createHash, randomUUID } from 'node:crypto';
import type { BatchList, BatchReply, RecordList, SolventReply } from '@north-step/contract';
import { type BatchState, currentStep, exposureS, replay } from '@north-step/core/batch';
import { type SealedRecord, validateChain } from '@north-step/core/record';
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
const sha256 = (text: string | Uint8Array) => createHash('sha256').update(text).digest('hex');

describe('a batch from plate to sealed record', () => {
  let batch: BatchState;
  let book: SolventReply;
  let t: TestBench;
  beforeAll(async () => {
    t = await TestBench.open();
    await t.fillBaths();
    batch = await t.workOn(await t.newBatch({ customer: 'Port of Lunsay' }));
    book = await t.get<SolventReply>('/api/solvent');
  });
  afterAll(() => t.close());
  it('is planned by the models, washed, looked at, cured and sealed', () => {
    expect(batch.recordHash).toMatch(/^[0-9a-f]{64}$/);
    expect(exposureS(batch, t.clock.nowMs)).toBeLessThanOrEqual(480);
  });
  it('moved resin into both baths and kept the book balanced', () => {
    const { vessels, residualMg, movements } = book;
    expect(residualMg).toBe(0);
    const [first, clean] = ['w1', 'w2'].map((id) => vessels.find((v) => v.id === id)!.resinG) as [number, number];
    // film 1.198 · 4 · 9000 mm², ρ 1.1: nearly all of it in the baths, most of that in the first
    const expectedG = (batch.steps[0]!.knew!.filmUm as number) * 1e-3 * 1.198 * 36_000 * 1.1e-3;
    expect(first + clean).toBeCloseTo(expectedG, 1);
    expect(first).toBeGreaterThan(clean);
    expect(
      movements
        .filter((m) => m.batchId === batch.id)
        .map((m) => m.kind)
        .sort(),
    ).toEqual(['dry', 'wash', 'wash']);
  });
  it('can be rebuilt from its facts', async () => {
    expect(replay(await eventsOf(t.db, batch.id))).toEqual(await loadBatch(t.db, batch.id));
  });
  it('is sealed for good', async () => {
    const again = await t.post(`/api/batches/${batch.id}/flag`, { note: 'late thought' });
    expect([again.status, again.body.error.code]).toEqual([409, 'SEALED']);
  });
  it('gives JSON, CSV and a one-page PDF with its own font; the chain verifies', async () => {
    await t.workOn(await t.newBatch());
    const chain = await t.get<SealedRecord[]>('/api/records/chain.json');
    expect(chain.map((r) => r.number)).toEqual([1, 2]);
    expect(validateChain(chain, sha256)).toEqual([]);
    expect((await t.get<RecordList>('/api/records')).intact).toBe(true);
    const file = (kind: string) => t.app.inject({ url: `/api/records/1/file.${kind}`, headers: { host: 'localhost' } });
    expect((await file('csv')).body.split('\n')[0]).toContain('title,kind,plannedS,tookS');
    const pdf = (await file('pdf')).rawPayload.toString('latin1');
    expect(pdf.startsWith('%PDF')).toBe(true);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
    expect(pdf).toMatch(/FontFile/);
  });
});

describe('what the bench refuses', () => {
  it('curing what was not seen matte, in words, with a way on', async () => {
    const batch = await t.workOn(await t.newBatch(), at('look-matte'));
    const cure = batch.steps.find((step) => step.kind === 'cure')!;
    const reply = await t.post(`/api/batches/${batch.id}/steps/${cure.id}/start`);
    expect([reply.status, reply.body.error.code]).toEqual([409, 'CURE_BEFORE_MATTE']);
    expect(reply.body.error.remedy).toContain('Look at it first');
    await t.workOn(batch);
  });
  it('a second finish of the same step, changing nothing', async () => {
    const batch = await t.workOn(await t.newBatch(), at('wash'));
    const resin = async () => (await t.bench()).vessels.map((v) => v.resinG);
    const started = await t.step(batch, 'start');
    t.wait(60);
    await t.step(started, 'finish');
    const before = await resin();
    const again = await t.post(`/api/batches/${batch.id}/steps/${currentStep(started)!.id}/finish`);
    expect([again.status, again.body.error.code]).toEqual([409, 'ALREADY_FINISHED']);
    expect(await resin()).toEqual(before);
    await t.workOn((await t.get<BatchReply>(`/api/batches/${batch.id}`)).batch);
  });
  it('nothing twice: a repeated command id gets the first answer', async () => {
    const batch = await t.newBatch();
    const commandId = randomUUID();
    const url = `/api/batches/${batch.id}/steps/s1/start`;
    const first = await t.post(url, {}, commandId);
    t.wait(30);
    const second = await t.post(url, {}, commandId);
    expect(second).toEqual(first);
    expect((await eventsOf(t.db, batch.id)).map((event) => event.type)).toEqual(['created', 'started']);
    const reused = await t.post(`/api/batches/${batch.id}/flag`, { note: 'x' }, commandId);
    expect(reused.body.error.code).toBe('COMMAND_ID_REUSED');
  });
  it('a bath that is taken, by the name of who is in it', async () => {
    const [a, b] = [await t.workOn(await t.newBatch(), at('wash')), await t.workOn(await t.newBatch(), at('wash'))];
    const washing = await t.step(a, 'start');
    const reply = await t.post(`/api/batches/${b.id}/steps/${currentStep(b)!.id}/start`);
    expect(reply.body.error).toMatchObject({ code: 'STATION_BUSY', message: expect.stringContaining(a.name) });
    const rotate = await t.post('/api/solvent/rotate', { freshMl: 4500, fromVesselId: 'can' });
    expect(rotate.body.error).toMatchObject({ code: 'BATH_IN_USE', message: expect.stringContaining(a.name) });
    t.wait(60);
    await t.step(washing, 'finish');
  });
  it.each([
    ['negative count', { count: -1 }, 400, 'count'],
    ['a count that is text', { count: '4' }, 400, 'count'],
    ['absurd drip', { dripS: 1e9 }, 400, 'dripS'],
    ['missing resin', { cardId: undefined }, 400, 'cardId'],
    ['an unknown field', { colour: 'red' }, 400, 'colour'],
    ['an unknown lot', { lot: 'Z9' }, 404, 'lot'],
    ['an unknown card', { cardId: 'nope' }, 404, undefined],
    ['a part of no size', { part: { name: 'x' } }, 422, 'part.areaMm2'],
  ])('%s', async (_, over, status, field) => {
    const part = { name: 'block', areaMm2: 9000, heightMm: 40 };
    const reply = await t.post('/api/batches', { cardId: 'grey', lot: 'A1', count: 4, dripS: 300, part, ...over });
    expect([reply.status, reply.body.error.field]).toEqual([status, field]);
    expect(reply.body.error.kept).toBe('Nothing was changed.');
  });
  it('an unknown batch', async () => expect((await t.post('/api/batches/nope/steps/s1/start')).status).toBe(404));
});

describe('looks change the route', () => {
  it('shine goes back to the clean bath, tack after cure adds light', async () => {
    let batch = await t.workOn(await t.newBatch(), at('look-matte'));
    batch = await t.step(batch, 'look', { outcome: 'shine' });
    expect(currentStep(batch)).toMatchObject({ kind: 'wash', station: 'wash-2' });
    batch = await t.workOn(batch, at('look-cured'));
    batch = await t.step(batch, 'look', { outcome: 'tacky' });
    expect(currentStep(batch)).toMatchObject({ kind: 'cure', plannedS: batch.addS });
    batch = await t.workOn(batch);
    expect(batch.recordHash).toBeDefined();
  });
});

describe('names are shown as text', () => {
  it('keeps script and SQL as they were typed, and finds them', async () => {
    const evil = `<script>alert(1)</script>'; DROP TABLE batch; --`;
    await t.newBatch({ part: { name: evil, areaMm2: 900, heightMm: 10 }, customer: '=HYPERLINK("x")' });
    const list = await t.get<BatchList>(`/api/batches?search=${encodeURIComponent('drop table')}`);
    expect(list.rows.map((row) => row.part)).toEqual([evil]);
    expect((await t.get<BatchList>('/api/batches?search=%25')).total).toBe(0);
    const csv = (await t.app.inject({ url: '/api/batches.csv', headers: { host: 'localhost' } })).body;
    expect(csv).toContain(`"'=HYPERLINK(""x"")"`);
  });
  it('filters and pages', async () => {
    await t.workOn(await t.newBatch());
    for (let n = 0; n < 2; n++) await t.newBatch();
    const all = await t.get<BatchList>('/api/batches?limit=2');
    expect([all.rows.length, all.total > 2]).toEqual([2, true]);
    const sealed = await t.get<BatchList>('/api/batches?state=sealed');
    expect([sealed.rows.length > 0, sealed.rows.every((row) => row.sealedAtMs !== null)]).toEqual([true, true]);
  });
});

describe('facts are append-only', () => {
  it.each(['event', 'ledger_posting', 'ledger_line', 'record', 'command'])(
    '%s refuses UPDATE, DELETE and TRUNCATE',
    async (table) => {
      for (const text of [`DELETE FROM ${table}`, `TRUNCATE ${table} CASCADE`])
        await expect(t.db.many({ text, values: [] })).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
      const column = (
        await t.db.one<{ c: string }>(
          sql`SELECT column_name AS c FROM information_schema.columns WHERE table_name = ${table} LIMIT 1`,
        )
      ).c;
      await expect(t.db.many({ text: `UPDATE ${table} SET ${column} = ${column}`, values: [] })).rejects.toThrow(
        /FACTS_ARE_APPEND_ONLY/,
      );
    },
  );
});
