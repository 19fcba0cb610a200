import type { AirReply } from '@north-step/contract';
import { USUAL_AIR } from '@north-step/core/air';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const air = () => t.get<AirReply>('/api/air');

describe('the air of the room', () => {
  it('is the usual until it is said, then as it is said', async () => {
    expect((await air()).air).toEqual(USUAL_AIR);
    const said = { ...USUAL_AIR, roomM3: 18, meanPpm: 200, storedLimitL: 50 };
    expect((await t.must<AirReply>('/api/air', { air: said })).air).toEqual(said);
    const [check] = USUAL_AIR.checks;
    const twins = await t.post('/api/air', { air: { ...said, checks: [check, check] } });
    expect([twins.status, twins.body.error.code]).toEqual([409, 'NAME_TAKEN']);
  });
  it('keeps its checks: due so many days after the start, then after each, and as a calendar', async () => {
    const before = (await air()).checks.find(({ id }) => id === 'extinguisher')!;
    expect(before).toMatchObject({ doneAtMs: null, dueAtMs: t.clock.nowMs + 90 * 86_400_000 });
    await t.must('/api/air/checks/extinguisher', { note: 'gauge in the green' });
    const after = (await air()).checks.find(({ id }) => id === 'extinguisher')!;
    expect(after).toMatchObject({
      doneAtMs: t.clock.nowMs,
      doneBy: 'Ada B.',
      dueAtMs: t.clock.nowMs + 90 * 86_400_000,
    });
    expect((await t.post('/api/air/checks/nothing', {})).status).toBe(404);
    const ics = (await t.app.inject({ url: '/api/air/checks.ics', headers: { host: 'localhost' } })).body;
    expect(ics).toMatch(/^BEGIN:VCALENDAR/);
    expect(ics.match(/BEGIN:VEVENT/g)).toHaveLength(USUAL_AIR.checks.length);
    expect(ics).toContain('RRULE:FREQ=DAILY;INTERVAL=90');
  });
  it('counts what went into the air today by the hour, as the book has it', async () => {
    await t.must('/api/solvent/lid', { vesselId: 'w1', lid: 'open' });
    t.wait(2 * 3600);
    await t.must('/api/solvent/lid', { vesselId: 'w1', lid: 'closed' });
    const { hoursG } = await air();
    // an open bath of 0.04 m² loses a few grams an hour
    expect(hoursG.reduce((sum, { grams }) => sum + grams, 0)).toBeGreaterThan(4);
  });
});
