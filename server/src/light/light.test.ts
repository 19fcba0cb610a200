import type { BatchReply, LampsReply, LightTraceReply, PairsReply } from '@north-step/contract';
import { describedMWPerCm2, meterSpots } from '@north-step/core/light';
import { testLamp } from '@north-step/core/testing';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { registerDevice } from '../devices/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { ownBench } from '../testing/ownBench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  await t.must('/api/lamps/lamp-box', { lamp: lampInput });
});
afterAll(() => t.close());
const described = describedMWPerCm2(testLamp);
const readings = (share: number) =>
  meterSpots(testLamp).map(({ id }, i) => ({ spot: id, mWPerCm2: share * described[i]! }));
const { sky: _, ...lampInput } = { ...testLamp, sky: undefined };
const light = {
  station: 'lamp-box',
  placed: 4,
  poses: [
    { up: [0, 0, 1], coldMWPerCm2: 2, hotMWPerCm2: 9 },
    { up: [0, 0, -1], coldMWPerCm2: 8, hotMWPerCm2: 7 },
  ],
  medianMWPerCm2: 8,
  neverLitPct: 0,
};

describe('lamps', () => {
  it('are described, metered, and age by the hours they burn', async () => {
    const t = await ownBench();
    const first = await t.must<LampsReply>('/api/lamps/lamp-box', { lamp: lampInput });
    expect(first.lamps[0]).toMatchObject({ stationId: 'lamp-box', version: 1, events: [{ kind: 'described' }] });
    expect(first.lamps[0]!.now.doubtShare).toBeGreaterThan(0.3);
    const { lamps } = await t.must<LampsReply>('/api/lamps/lamp-box/meter', { readings: readings(0.94) });
    expect(lamps[0]!.events[0]).toMatchObject({ kind: 'metered', scale: expect.closeTo(0.94, 6) });
    // a stand in the middle stands for a part
    expect(lamps[0]!.now.mWPerCm2).toBeCloseTo(0.94 * described[1]!, 6);
    expect((await t.bench()).bench.lamps['lamp-box']!.mWPerCm2).toBeCloseTo(0.94 * described[1]!, 6);
    const batch = await t.newBatch();
    await t.workOn(batch, at('seal'));
    const { lamps: after } = await t.get<LampsReply>('/api/lamps');
    expect(after[0]!.lamp.hours).toBeGreaterThan(0.02);
    expect(after[0]!.now.mWPerCm2).toBeLessThan(lamps[0]!.now.mWPerCm2);
  });
  it.each([
    ['a station that gives no light', '/api/lamps/wash-1', { lamp: lampInput }, 'UNKNOWN_ID'],
    ['a lamp without an LED', '/api/lamps/lamp-box', { lamp: { ...lampInput, groups: [] } }, 'BAD_LAMP'],
    [
      'a place that is not marked',
      '/api/lamps/lamp-box/meter',
      { readings: [{ spot: 'lid', mWPerCm2: 4 }] },
      'BAD_VALUE',
    ],
    ['a meter with its cap on', '/api/lamps/lamp-box/meter', { readings: readings(0) }, 'BAD_VALUE'],
    ['a sky over a box', '/api/lamps/lamp-box/sky', { latDeg: 50, lonDeg: 0, cloudShare: 0.3 }, 'NOT_THE_SUN'],
    [
      'white walls of more than all',
      '/api/lamps/lamp-box',
      { lamp: { ...lampInput, wallReflectance: 1.2 } },
      'BAD_INPUT',
    ],
  ])('refuses %s', async (_, url, body, code) => {
    const before = await t.get<LampsReply>('/api/lamps');
    expect(((await t.post(url, body)).body as { error: { code: string } }).error.code).toBe(code);
    expect(await t.get<LampsReply>('/api/lamps')).toEqual(before);
  });
  it('repeat a command once', async () => {
    const command = { commandId: 'meter-once-1', readings: readings(0.9) };
    const one = await t.must<LampsReply>('/api/lamps/lamp-box/meter', command);
    expect(await t.must<LampsReply>('/api/lamps/lamp-box/meter', command)).toEqual(one);
  });
});

describe('a plan of light', () => {
  it('is taken on before the light, kept in the facts, and sealed', async () => {
    const { id } = await t.newBatch();
    const { batch } = await t.must<BatchReply>(`/api/batches/${id}/cure-plan`, { light, medium: 'air' });
    expect(batch.steps.map(({ type }) => type)).toContain('turn-over');
    expect(batch.light).toEqual(light);
    const lit = await t.workOn(batch, at('seal'));
    const late = await t.post(`/api/batches/${id}/cure-plan`, { light, medium: 'air' });
    expect((late.body as { error: { code: string } }).error.code).toBe('LIGHT_BEGUN');
    const done = await t.workOn(lit);
    const { file } = await t.db.one<{ file: string }>(sql`SELECT file FROM record WHERE batch_id = ${done.id}`);
    expect(JSON.parse(file).body.light).toEqual(light);
  });
  it('is refused with the field that is wrong', async () => {
    const { id } = await t.newBatch();
    const bad = await t.post(`/api/batches/${id}/cure-plan`, { light: { ...light, neverLitPct: 120 }, medium: 'air' });
    expect([bad.status, (bad.body as { error: { field: string } }).error.field]).toEqual([400, 'light.neverLitPct']);
    const cold = await t.post(`/api/batches/${id}/cure-plan`, { light, medium: 'air', tempC: 60 });
    expect((cold.body as { error: { code: string } }).error.code).toBe('NO_HEATER');
  });
});

describe('light maps and traces', () => {
  it('a map is kept by its key and not made twice', async () => {
    const key = 'a'.repeat(64);
    expect((await t.app.inject({ url: `/api/light-maps/${key}` })).statusCode).toBe(404);
    const put = (values: string) =>
      t.app.inject({ method: 'PUT', url: `/api/light-maps/${key}`, payload: { values, triangles: 12 } });
    expect((await put('AAAA')).statusCode).toBe(200);
    await put('BBBB');
    expect(await t.get(`/api/light-maps/${key}`)).toEqual({ values: 'AAAA', triangles: 12 });
  });
  it('what a lamp’s sensor sees while a batch is in it lands in its trace and record', async () => {
    const device = {
      id: 'box',
      kind: 'lamp',
      name: 'Box sensor',
      simulated: true,
      stationId: 'lamp-box',
      token: 'right',
    } as const;
    await registerDevice(t.db, device);
    const tell = (mWPerCm2: number) =>
      t.app.inject({
        method: 'POST',
        url: `/api/devices/box/samples`,
        headers: { authorization: `Bearer right` },
        payload: { samples: [{ atMs: t.clock.nowMs, mWPerCm2, tempC: 28, doorOpen: false, leftS: 60 }] },
      });
    const batch = await t.newBatch();
    await tell(9);
    const curing = await t.step(await t.workOn(batch, at('cure')), 'start');
    for (const value of [8, 9, 9]) {
      t.clock.nowMs += 10_000;
      expect((await tell(value)).statusCode).toBe(200);
      t.clock.nowMs += 1000;
      await tell(value);
    }
    const { samples } = await t.get<LightTraceReply>(`/api/batches/${curing.id}/light-trace`);
    // one in five seconds is kept, and none from before the step
    expect(samples.map(({ mWPerCm2 }) => mWPerCm2)).toEqual([8, 9, 9]);
    const done = await t.workOn(curing);
    const { file } = await t.db.one<{ file: string }>(sql`SELECT file FROM record WHERE batch_id = ${done.id}`);
    const { lightSeen } = JSON.parse(file).body.steps.find(({ kind }: { kind: string }) => kind === 'cure');
    // 11 s from 8 to 9 and 11 s at 9: (8.5 + 9) · 11 mJ
    expect(lightSeen).toMatchObject({
      doseJPerCm2: 0.193,
      hottestC: 28,
      trace: [
        [0, 8],
        [11, 9],
        [22, 9],
      ],
    });
  });
});

describe('coupons', () => {
  it('move the pair of resin and lamp, and the times of what comes after', async () => {
    const before = (await t.newBatch()).steps.find(({ kind }) => kind === 'cure')!.plannedS!;
    const outcomes = [60, 90, 120, 180, 270, 400, 600, 900].map((seconds) => ({
      seconds,
      result: seconds < 550 ? 'tacky' : 'ok',
    }));
    const { pairs, ladders } = await t.must<PairsReply>('/api/pairs/ladders', {
      stationId: 'lamp-box',
      cardId: 'grey',
      lot: 'A1',
      medium: 'air',
      outcomes,
    });
    expect(ladders).toHaveLength(1);
    const pair = pairs.find(({ cardId }) => cardId === 'grey')!;
    expect(pair.coupons).toBe(8);
    expect(pair.handleS).toBeGreaterThan(350);
    const after = (await t.newBatch()).steps.find(({ kind }) => kind === 'cure')!.plannedS!;
    expect(after).toBeGreaterThan(before);
  });
  it.each([
    ['an unknown resin', { cardId: 'moss' }, 'UNKNOWN_ID'],
    ['a lamp that is none', { stationId: 'wash-1' }, 'UNKNOWN_ID'],
    ['no coupons', { outcomes: [] }, 'BAD_INPUT'],
  ])('refuse %s', async (_, over, code) => {
    const body = {
      stationId: 'lamp-box',
      cardId: 'grey',
      lot: 'A1',
      medium: 'air',
      outcomes: [{ seconds: 60, result: 'ok' }],
      ...over,
    };
    expect(((await t.post('/api/pairs/ladders', body)).body as { error: { code: string } }).error.code).toBe(code);
  });
});
