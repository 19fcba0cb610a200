import type { BatchReply, LaterReply, RecordList } from '@north-step/contract';
import { type BatchState, currentStep, lightS, wantedS } from '@north-step/core/batch';
import type { SealedRecord } from '@north-step/core/record';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { wholeBody } from '../records/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { ownBench } from '../testing/ownBench.ts';

let t: TestBench;
let batch: BatchState;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  batch = await t.workOn(await t.newBatch());
});
afterAll(() => t.close());
const later = (body: object, id = batch.id) => t.post(`/api/batches/${id}/later`, body);

describe('a second look at a sealed batch', () => {
  it('comes up a day after and not before, is sealed behind its record, which stays; then nobody is asked again', async () => {
    const t = await ownBench();
    const batch = await t.workOn(await t.newBatch());
    const names = async () => (await t.bench()).laterLooks.map(({ name }) => name);
    expect(await names()).toEqual([]);
    t.wait(25 * 3600);
    expect(await names()).toEqual([batch.name]);
    const before = await t.db.one<{ file: string }>(sql`SELECT file FROM record WHERE batch_id = ${batch.id}`);
    const command = { commandId: 'later-once-1', seen: 'warped', count: 3, note: 'a millimetre at the tip' };
    const look = () => t.must<LaterReply>(`/api/batches/${batch.id}/later`, command);
    const { looks } = await look();
    await look();
    expect(looks).toMatchObject([{ number: 2, seen: 'warped', count: 3, cameBack: false, by: 'Ada B.' }]);
    expect(looks[0]!.likely.reduce((sum, { share }) => sum + share, 0)).toBeGreaterThan(0.5);
    const list = await t.get<RecordList>('/api/records');
    expect(list).toMatchObject({ total: 2, intact: true });
    expect(list.rows.map(({ kind }) => kind)).toEqual(['later look', 'made']);
    const files = await t.db.many<{ file: string }>(sql`SELECT file FROM record ORDER BY number`);
    expect(files[0]!.file).toBe(before.file);
    const { body } = JSON.parse(files[1]!.file) as SealedRecord;
    expect(body).toMatchObject({ kind: 'later look', record: batch.recordHash, hoursAfterLight: 25, of: 4 });
    expect(await names()).toEqual([]);
  });
  it('can be saved as JSON, CSV and PDF like any record', async () => {
    const { looks } = (await later({ seen: 'warped', count: 3 })).body as LaterReply;
    const { number } = looks.at(-1)!;
    const get = (ending: string) =>
      t.app.inject({ url: `/api/records/${number}/file.${ending}`, headers: { host: 'localhost' } });
    expect((await get('csv')).body.split('\r\n')[1]).toMatch(/^.*,2026-05-04T.*,warped,3,4,false,\d+(\.\d+)?,/);
    expect((await get('pdf')).rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    expect((await get('json')).json()).toMatchObject({ number });
  });
  it.each([
    ['more pieces than there were', { seen: 'sound', count: 5 }, 422, 'BAD_VALUE'],
    ['a photo that is not stored', { seen: 'sound', count: 1, photoSha256: 'a'.repeat(64) }, 404, 'UNKNOWN_PHOTO'],
    ['an unknown sight', { seen: 'fine', count: 1 }, 400, 'BAD_INPUT'],
  ])('%s is refused and seals nothing', async (_, body, status, code) => {
    const before = await t.get<RecordList>('/api/records');
    const reply = await later(body);
    expect([reply.status, reply.body.error.code]).toEqual([status, code]);
    expect(await t.get<RecordList>('/api/records')).toEqual(before);
  });
  it('is not answered for what is still on the bench', async () => {
    const open = await t.newBatch();
    expect((await later({ seen: 'sound', count: 1 }, open.id)).body.error).toMatchObject({ code: 'NOT_SEALED' });
  });
});

describe('part of a batch that came back', () => {
  it('goes on as a batch of its own: looked at, lit within the window, sealed; both records stand', async () => {
    const batch = await t.workOn(await t.newBatch());
    const before = await t.get<RecordList>('/api/records');
    const came = { seen: 'tacky', count: 2, cameBack: true, takeBack: true };
    const { looks } = (await later(came, batch.id)).body as LaterReply;
    const as = looks.at(-1)!.takenBackAs!;
    expect(as.name).toBe(`${batch.name}b`);
    const { batch: back } = await t.get<BatchReply>(`/api/batches/${as.id}`);
    expect(back).toMatchObject({ count: 2, returned: { from: batch.name, hash: batch.recordHash, what: 'tacky' } });
    const looked = await t.step(back, 'look', { outcome: 'tacky', remedy: 'light' });
    expect(currentStep(looked)).toMatchObject({ kind: 'cure' });
    const done = await t.workOn(looked);
    expect(done.recordHash).toBeDefined();
    expect(lightS(done)).toBeGreaterThan(lightS(batch));
    expect(lightS(done)).toBeLessThanOrEqual(batch.lastS! + 1e-6);
    const list = await t.get<RecordList>('/api/records');
    expect([list.total, list.intact]).toEqual([before.total + 2, true]);
    const { body } = (await t.get<SealedRecord>(`/api/records/${list.total}`)) as unknown as {
      body: { returned: unknown };
    };
    expect(body.returned).toEqual({ from: batch.name, hash: batch.recordHash, what: 'tacky' });
  });
});

describe('a mishap', () => {
  it('stays with its step, and stands in the record', async () => {
    const curing = await t.workOn(await t.newBatch(), at('cure'));
    const started = await t.step(curing, 'start');
    t.wait(100);
    const { batch: after } = await t.must<BatchReply>(`/api/batches/${curing.id}/mishap`, {
      what: 'power lost',
      offS: 40,
      note: 'storm',
    });
    expect(wantedS(currentStep(after)!)).toBe(currentStep(started)!.plannedS! + 40);
    const done = await t.workOn(after);
    const { file } = await t.db.one<{ file: string }>(sql`SELECT file FROM record WHERE batch_id = ${done.id}`);
    const body = wholeBody(JSON.parse(file)) as unknown as { steps: { mishaps?: object[] }[]; secondsOfLight: number };
    expect(body.steps.flatMap(({ mishaps = [] }) => mishaps)).toMatchObject([
      { what: 'power lost', offS: 40, note: 'storm', by: 'Ada B.' },
    ]);
    // it was taken out a minute after its timer had ended: what was planned is what it got
    const [cure] = done.steps.filter(({ kind }) => kind === 'cure');
    expect((cure!.endedAtMs! - cure!.startedAtMs!) / 1000).toBe(cure!.plannedS! + 100);
    expect(body.secondsOfLight).toBe(cure!.plannedS!);
  });
  it('that cannot be is refused by field, and changes nothing', async () => {
    const fresh = await t.newBatch();
    const reply = await t.post(`/api/batches/${fresh.id}/mishap`, { what: 'power lost', offS: 40 });
    expect([reply.status, reply.body.error.code]).toEqual([409, 'NO_MACHINE']);
    expect((await t.get<BatchReply>(`/api/batches/${fresh.id}`)).batch).toEqual(fresh);
  });
});

describe('a mixed batch', () => {
  it('keeps which kinds a fault was seen on, and takes those back', async () => {
    const part = (name: string) => ({ name, areaMm2: 900, heightMm: 20, wallMm: 2 });
    const mixed = await t.workOn(
      await t.newBatch({ part: part('fin'), count: 3, more: [{ part: part('lid'), count: 1 }] }),
    );
    const pieces = [
      { name: 'fin', count: 1 },
      { name: 'lid', count: 1 },
    ];
    const wrong = await later({ seen: 'tacky', count: 3, pieces }, mixed.id);
    expect(wrong).toMatchObject({ status: 422, body: { error: { field: 'pieces' } } });
    const unheardOf = await later({ seen: 'tacky', count: 2, pieces: [{ name: 'knob', count: 2 }] }, mixed.id);
    expect(unheardOf.body.error).toMatchObject({ field: 'pieces', message: expect.stringContaining('2 × knob') });
    const { looks } = (await later({ seen: 'tacky', count: 2, pieces, takeBack: true }, mixed.id)).body as LaterReply;
    expect(looks).toMatchObject([{ count: 2, pieces: '1 × fin, 1 × lid' }]);
    const { batch: back } = await t.get<BatchReply>(`/api/batches/${looks[0]!.takenBackAs!.id}`);
    expect(back.part.pieces?.map(({ name, count }) => [name, count])).toEqual([
      ['fin', 1],
      ['lid', 1],
    ]);
    await t.workOn(back);
  });
});
