import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildApp } from './app.ts';
import { WorkClock } from './clock.ts';
import { at, TestBench } from './testing/bench.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const START = Date.UTC(2026, 4, 4, 9);

/** A machine whose calendar and whose running time are moved apart. */
function machine() {
  const now = { wall: START, run: 0 };
  return {
    wallMs: () => now.wall,
    runMs: () => now.run,
    /** time goes by, as it does */
    pass: (ms: number) => {
      now.wall += ms;
      now.run += ms;
    },
    /** the calendar is set, or the machine slept */
    set: (ms: number) => {
      now.wall += ms;
    },
  };
}

describe('the time of the workshop', () => {
  it('goes with the machine, and over a sleep', () => {
    const m = machine();
    const clock = new WorkClock(0, m);
    m.pass(5000);
    expect(clock.nowMs()).toBe(START + 5000);
    m.set(9 * HOUR_MS);
    expect([clock.nowMs(), clock.jumpedMs]).toEqual([START + 5000 + 9 * HOUR_MS, undefined]);
  });
  it('never goes back by itself: a small correction is waited for, a day is asked about', () => {
    const m = machine();
    const clock = new WorkClock(0, m);
    m.set(-20_000);
    m.pass(1000);
    expect([clock.nowMs(), clock.jumpedMs]).toEqual([START + 1000, undefined]);
    m.set(-DAY_MS);
    m.pass(1000);
    expect(clock.nowMs()).toBe(START + 2000);
    expect(clock.jumpedMs).toBe(-DAY_MS - 20_000);
    clock.take();
    expect([clock.nowMs(), clock.jumpedMs]).toEqual([START + 2000 - DAY_MS - 20_000, undefined]);
  });
  it('does not follow 400 days unasked', () => {
    const m = machine();
    const clock = new WorkClock(0, m);
    m.set(400 * DAY_MS);
    m.pass(7000);
    expect([clock.nowMs(), clock.jumpedMs]).toEqual([START + 7000, 400 * DAY_MS]);
    clock.take();
    expect(clock.nowMs()).toBe(START + 7000 + 400 * DAY_MS);
  });
  it('begins no earlier than the book, and not long after it unasked', () => {
    expect(new WorkClock(START + DAY_MS, machine()).nowMs()).toBe(START + DAY_MS);
    expect(new WorkClock(START - 400 * DAY_MS, machine()).jumpedMs).toBe(400 * DAY_MS);
    expect(new WorkClock(START - 20 * DAY_MS, machine()).nowMs()).toBe(START);
  });
});

describe('a clock that was set', () => {
  let t: TestBench;
  beforeAll(async () => {
    t = await TestBench.open();
    await t.fillBaths();
  });
  afterAll(() => t.close());
  const appWith = (jumpedMs: number | undefined) => {
    const told = { taken: 0 };
    const clock = { jumpedMs, take: () => void told.taken++ };
    const context = { db: t.db, nowMs: () => t.clock.nowMs, newId: () => crypto.randomUUID(), live: t.live, clock };
    return buildApp(context, { logLevel: 'silent' }).then((app) => ({ app, told }));
  };
  const take = (app: TestBench['app']) =>
    app.inject({
      method: 'POST',
      url: '/api/clock',
      payload: { commandId: crypto.randomUUID(), by: 'Ada B.' },
      headers: { host: 'localhost' },
    });

  it('is told on the bench, and taken on when somebody says so; the shift is told', async () => {
    const { app, told } = await appWith(-DAY_MS);
    const bench = await app.inject({ url: '/api/bench', headers: { host: 'localhost' } });
    expect(bench.json().clockJumpMs).toBe(-DAY_MS);
    expect([(await take(app)).statusCode, told.taken]).toEqual([200, 1]);
    const notes = await app.inject({ url: '/api/shift-notes', headers: { host: 'localhost' } });
    expect(notes.json().notes[0].text).toBe('The time was set back by 24:00:00 to the machine’s clock.');
    await app.close();
  });
  it('is not set back under what runs, and not at all where it agrees', async () => {
    const batch = await t.step(await t.workOn(await t.newBatch(), at('wash')), 'start');
    const { app, told } = await appWith(-DAY_MS);
    const refused = await take(app);
    expect([refused.statusCode, refused.json().error.code, told.taken]).toEqual([409, 'STEPS_RUNNING', 0]);
    expect(refused.json().error.message).toContain(batch.name);
    await app.close();
    const same = await appWith(undefined);
    expect((await take(same.app)).json().error.code).toBe('SAME_TIME');
    await same.app.close();
    t.wait(60);
    await t.step(batch, 'finish');
  });
  it('that ran on by 400 days books no more into a bath than a room can give it', async () => {
    const volumeOf = async () =>
      (await t.get<{ vessels: { id: string; volumeMl: number; waterG: number }[] }>('/api/solvent')).vessels.find(
        ({ id }) => id === 'w2',
      )!;
    const before = await volumeOf();
    await t.must('/api/solvent/lid', { vesselId: 'w2', lid: 'ajar' });
    t.wait(400 * 86_400);
    await t.must('/api/solvent/lid', { vesselId: 'w2', lid: 'closed' });
    const after = await volumeOf();
    expect(after.volumeMl).toBeLessThanOrEqual(before.volumeMl);
    expect(after.waterG).toBeLessThan(before.volumeMl / 2);
  });
});

describe('what no plan could be made with', () => {
  let t: TestBench;
  beforeAll(async () => {
    t = await TestBench.open();
  });
  afterAll(() => t.close());
  it('is refused where it is entered: a room of 4 °C', async () => {
    const { room } = await t.get<{ room: object }>('/api/room');
    const reply = await t.post('/api/room', { room: { ...room, roomC: 4 } });
    expect([reply.status, reply.body.error.field]).toEqual([400, 'room.roomC']);
    expect(reply.body.error.message).toContain('>= 5');
  });
});
