import type { CureTestsReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

const schedule = { seconds: 600, mWPerCm2: 9, medium: 'air', tempC: 22, wallMm: 3 };
const set = { cardId: 'grey', lot: '22-C', schedule, property: 'Shore D', readings: [71, 73, 72] };
const codeOf = async (body: object) => {
  const { status, body: reply } = await t.post('/api/cure-tests', body);
  return [status, (reply as { error?: { code: string; field?: string } }).error?.field];
};

describe('tested samples', () => {
  it('are written down once, newest first, and never changed', async () => {
    const command = { commandId: 'test-once-1', ...set };
    await t.must<CureTestsReply>('/api/cure-tests', command);
    const again = await t.must<CureTestsReply>('/api/cure-tests', command);
    expect(again.tests).toHaveLength(1);
    const { tests } = await t.must<CureTestsReply>('/api/cure-tests', {
      ...set,
      schedule: { ...schedule, oven: { tempC: 60, seconds: 3600 } },
      note: 'edge up',
    });
    expect(tests).toHaveLength(2);
    expect(tests.find(({ note }) => note === 'edge up')).toMatchObject({
      cardId: 'grey',
      schedule: { seconds: 600, oven: { tempC: 60, seconds: 3600 } },
      readings: [71, 73, 72],
      by: 'Ada B.',
    });
    await expect(t.db.many(sql`UPDATE cure_test SET note = 'other'`)).rejects.toThrow();
  });
  it.each([
    ['no reading', { readings: [] }, 400, 'readings'],
    ['hardness past its scale', { readings: [70, 140] }, 422, 'readings'],
    [
      'a colder oven than any',
      { schedule: { ...schedule, oven: { tempC: 5, seconds: 600 } } },
      400,
      'schedule.oven.tempC',
    ],
  ])('with %s are refused by field, and nothing is kept', async (_, over, status, field) => {
    const before = await t.get<CureTestsReply>('/api/cure-tests');
    expect(await codeOf({ ...set, ...over })).toEqual([status, field]);
    expect(await t.get<CureTestsReply>('/api/cure-tests')).toEqual(before);
  });
  it('of an unknown resin are refused', async () => {
    expect((await codeOf({ ...set, cardId: 'nobody' }))[0]).toBe(404);
  });
});

describe('colour by photo', () => {
  const colour = { photoSha256: 'b'.repeat(64), part: { l: 86, a: -1, b: 5 }, noiseDb: 0.2 };
  it('needs its photo to be stored, is kept before the light, compared at the look, and stands in the record', async () => {
    const stored = await t.app.inject({
      method: 'POST',
      url: '/api/photos',
      payload: Buffer.from('89504e470d0a1a0a0000000d49484453', 'hex'),
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    });
    const { sha256: photoSha256 } = stored.json() as { sha256: string };
    const batch = await t.newBatch();
    expect((await t.post(`/api/batches/${batch.id}/colour`, { colour })).status).toBe(404);
    await t.must(`/api/batches/${batch.id}/colour`, { colour: { ...colour, photoSha256 } });
    const looking = await t.workOn(batch, at('look-cured'));
    const step = looking.steps.find(({ kind, state }) => kind === 'look-cured' && state !== 'done')!;
    const after = { ...colour, photoSha256, part: { ...colour.part, b: 6.5 } };
    await t.must(`/api/batches/${batch.id}/steps/${step.id}/look`, { outcome: 'good', colour: after });
    const sealed = await t.workOn((await t.get<{ batch: typeof batch }>(`/api/batches/${batch.id}`)).batch);
    expect(sealed.steps.find(({ id }) => id === step.id)).toMatchObject({ colour: { deltaDb: 1.5 } });
    const { rows } = await t.get<{ rows: { number: number; batchId: string }[] }>('/api/records');
    const { number } = rows.find(({ batchId }) => batchId === batch.id)!;
    const file = await t.get<{ body: { steps: { kind: string; colour?: object }[] } }>(
      `/api/records/${number}/file.json`,
    );
    expect(file.body.steps.find(({ kind }) => kind === 'look-cured')!.colour).toMatchObject({
      against: 'the photo before',
    });
  });
});
