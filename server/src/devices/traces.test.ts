import type { BatchReply, Change, Sample } from '@north-step/contract';
import { currentStep } from '@north-step/core/batch';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { registerDevice } from './index.ts';
import { makeThinner } from './running.ts';
import { timed } from './timed.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  for (const [id, kind, stationId] of [
    ['unit', 'wash-unit', 'wash-1'],
    ['lamp', 'lamp', 'lamp-box'],
    ['climate', 'room-sensor', undefined],
    ['nose', 'vapour-sensor', undefined],
  ] as const)
    await registerDevice(t.db, { id, kind, name: id, simulated: true, stationId, token: 'right' });
});
afterAll(() => t.close());

const tell = async (id: string, ...samples: Partial<Sample>[]) => {
  const reply = await t.app.inject({
    method: 'POST',
    url: `/api/devices/${id}/samples`,
    payload: { samples: samples.map((sample) => ({ atMs: t.clock.nowMs, ...sample })) },
    headers: { host: 'localhost', authorization: 'Bearer right' },
  });
  expect(reply.json()).toEqual({ ok: true });
};

describe('samples on the server’s clock', () => {
  it('fall where they belong, however wrong the device’s own clock is', () => {
    const wrong = 1_000_000_000;
    const kept = timed([{ atMs: wrong + 30_000 }, { atMs: wrong }, { atMs: wrong + 10_000 }], 500_000);
    expect(kept.map(({ serverMs }) => serverMs)).toEqual([470_000, 480_000, 500_000]);
  });
  it('that a device kept through more than an hour are no older than that', () => {
    expect(timed([{ atMs: 0 }, { atMs: 9_000_000 }], 10_000_000)[0]!.serverMs).toBe(10_000_000 - 3_600_000);
  });
  it('are thinned to one in five seconds, and both sides of every change', () => {
    const thin = makeThinner<{ serverMs: number; on: boolean }>((a, b) => a.on !== b.on);
    const run = Array.from({ length: 21 }, (_, s) => ({ serverMs: 100_000 + s * 1000, on: s < 13 }));
    const kept = thin('x', run).map(({ serverMs }) => (serverMs - 100_000) / 1000);
    expect(kept).toEqual([0, 5, 10, 12, 13, 18]);
    expect(thin('x', run)).toEqual([]);
  });
});

describe('a wash unit', () => {
  it('says for how long the parts were stirred, and how warm: both stay with the wash', async () => {
    const waiting = await t.workOn(await t.newBatch(), at('wash'));
    const batch = await t.step(waiting, 'start');
    const unit = { stirring: true, lidOpen: false, tempC: 23.5 };
    await tell('unit', unit);
    t.wait(20);
    await tell('unit', unit);
    t.wait(10);
    await tell('unit', { ...unit, stirring: false, lidOpen: true });
    expect((await t.bench()).wash[batch.id]).toMatchObject({ stirredS: 30, lastStirring: false, lidOpen: true });
    t.wait(30);
    await tell('unit', { ...unit, stirring: false, lidOpen: true });
    const done = await t.step(batch, 'finish');
    const wash = done.steps.find(({ kind }) => kind === 'wash')!;
    expect(wash.knew).toMatchObject({ stirredS: 30, bathC: 23.5 });
    const again = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start').catch(() => undefined);
    expect(again).toBeDefined();
    t.wait(60);
    const whole = (await t.step(again!, 'finish')).steps.find(({ kind }) => kind === 'wash')!;
    // half a minute of still liquid leaves more on
    expect(Number(wash.knew!.filmLeftUm)).toBeGreaterThan(2 * Number(whole.knew!.filmLeftUm));
    expect(whole.knew).not.toHaveProperty('stirredS');
  });
  it('tells nothing of an empty tub, and its samples are facts', async () => {
    const count = async () => (await t.db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM wash_sample`)).n;
    const before = await count();
    t.wait(60);
    await tell('unit', { stirring: true, lidOpen: false });
    expect(await count()).toBe(before);
    await expect(t.db.many(sql`DELETE FROM wash_sample`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});

describe('a lamp that lost its server', () => {
  it('fills the gap with what it kept: nobody adds light for an outage', async () => {
    const curing = await t.step(await t.workOn(await t.newBatch(), at('cure')), 'start');
    await tell('lamp', { mWPerCm2: 8 });
    t.wait(60);
    // dark for 20 s in the middle of the outage
    const ago = (seconds: number, mWPerCm2: number) => ({ atMs: t.clock.nowMs - seconds * 1000, mWPerCm2 });
    await tell('lamp', ago(50, 8), ago(40, 8), ago(39, 0), ago(20, 0), ago(19, 8), ago(5, 8), ago(0, 8));
    const { litS } = (await t.bench()).light[curing.id]!;
    expect(Math.abs(litS - 40)).toBeLessThan(1.5);
    const done = await t.step(curing, 'finish');
    expect(done.steps.find(({ kind }) => kind === 'cure')!.knew!.litS).toBe(Math.round(litS));
  });
});

describe('a lamp that tells every second', () => {
  it('is sent on as it is: no page reads the bench for it, and it says what the bench would', async () => {
    const curing = await t.step(await t.workOn(await t.newBatch(), at('cure')), 'start');
    const heard: Change[] = [];
    const stop = t.live.listen((change) => heard.push(change));
    for (let s = 0; s < 30; s += 5) {
      t.wait(5);
      const every = [4, 3, 2, 1, 0].map((ago) => ({ atMs: t.clock.nowMs - ago * 1000, mWPerCm2: 8 }));
      await tell('lamp', ...every);
    }
    stop();
    expect(heard.length).toBeGreaterThan(4);
    expect([...new Set(heard.flatMap(({ topics }) => topics))]).toEqual([`trace:${curing.id}`]);
    t.live.publish(['bench']);
    expect(heard.at(-1)!.patch!.light).toEqual((await t.bench()).light);
    await t.step(curing, 'finish');
  });
  it('a press that moves nothing but its batch is sent as that batch; one that books is read again', async () => {
    const heard: Change[] = [];
    const stop = t.live.listen((change) => heard.push(change));
    const batch = await t.newBatch();
    const started = await t.step(batch, 'start');
    expect(heard.at(-1)).toMatchObject({ topics: ['batches', `batch:${batch.id}`], patch: { batch: started } });
    await t.workOn(started, at('dry'));
    expect(heard.filter(({ topics }) => topics.includes('solvent')).length).toBe(2);
    stop();
  });
});

describe('the room by its sensors', () => {
  it('counts before what was set, until the sensor has been silent', async () => {
    expect((await t.bench()).bench.roomC).not.toBe(17.2);
    await tell('climate', { tempC: 17.2, humidityPct: 66 });
    expect((await t.bench()).bench).toMatchObject({ roomC: 17.2, humidityPct: 66 });
    const batch = await t.step(await t.newBatch(), 'start');
    expect(currentStep(batch)!.knew).toMatchObject({ roomC: 17.2 });
    t.wait(3600);
    expect((await t.bench()).bench.roomC).not.toBe(17.2);
  });
  it('is kept every ten minutes, and at once when vapour crosses its alarm', async () => {
    const count = async () =>
      Number((await t.db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM room_sample WHERE device_id = 'nose'`)).n);
    await tell('nose', { vapourPctLel: 1.5 });
    t.wait(5);
    await tell('nose', { vapourPctLel: 1.6 });
    expect(await count()).toBe(1);
    await tell('nose', { vapourPctLel: 14 });
    expect([await count(), (await t.bench()).bench.vapourPctLel]).toEqual([2, 14]);
    t.wait(5);
    await tell('nose', { vapourPctLel: 3 });
    expect([await count(), (await t.bench()).bench.vapourPctLel]).toEqual([3, 3]);
  });
});

describe('a command that waited for the server', () => {
  it('happened when it was pressed, never before what is known, and stays so in the record', async () => {
    const batch = await t.step(await t.newBatch(), 'start');
    const startedMs = t.clock.nowMs;
    t.wait(400);
    const done = await t.step(batch, 'finish', { heldMs: 100_000 });
    expect((done.steps[0]!.endedAtMs! - startedMs) / 1000).toBe(300);
    const next = await t.must<BatchReply>(`/api/batches/${batch.id}/steps/${currentStep(done)!.id}/finish`, {
      heldMs: 3_600_000,
    });
    expect(next.batch.steps[1]!.endedAtMs).toBe(done.steps[0]!.endedAtMs);
  });
  it('is no field of what it changes', async () => {
    const batch = await t.newBatch();
    const edited = await t.must<BatchReply>(`/api/batches/${batch.id}/edit`, { note: 'blue box', heldMs: 5000 });
    expect(edited.batch).not.toHaveProperty('heldMs');
    expect(edited.batch.note).toBe('blue box');
  });
});
