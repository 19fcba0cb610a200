import { box, toBinaryStl } from '@north-step/core/mesh';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
});
afterAll(() => t.close());
const ask = (name: string, payload: object) => t.compute(name, payload);
const led = { posMm: [0, 0, 100], dir: [0, 0, -1], powerMW: 1000, m: 1 };
const stl = Buffer.from(toBinaryStl(box(20, 20, 10))).toString('base64');

describe('light endpoints keep their shapes and checks', () => {
  it('irradiance at points: 3.18310 and 0.79577 mW/cm²', async () => {
    const points = [0, 100].map((x) => ({ posMm: [x, 0, 0], normal: [0, 0, 2] }));
    const { body } = await ask('irradiance', { leds: [led], points });
    expect(body.pointsMWPerCm2[0]).toBeCloseTo(3.1831, 4);
    expect(body.pointsMWPerCm2[1]).toBeCloseTo(0.79577, 4);
  });
  it('irradiance over a mesh: figures, samples, and shadow on points beside it', async () => {
    const mesh = { meshStlBase64: stl, placeMm: [-10, -10, 20] };
    const { body } = await ask('irradiance', { leds: [led], ...mesh });
    expect(body.neverLitPct).toBeGreaterThan(40);
    expect(body.coldest).toBeLessThanOrEqual(body.median);
    // the top face is 70 mm below: 3.1831 · (100/70)²
    expect(body.hottest).toBeCloseTo(6.496, 1);
    expect(body.samples.length).toBeGreaterThan(3000);
    const under = await ask('irradiance', { leds: [led], ...mesh, points: [{ posMm: [0, 0, 0], normal: [0, 0, 1] }] });
    expect(under.body.pointsMWPerCm2).toEqual([0]);
  });
  it('translate: a card’s own lamp needs the card’s time, a weak cold one never gets there', async () => {
    const card = { minutes: 10, tempC: 60, mWPerCm2: 25, medium: 'air' };
    const same = await ask('translate', {
      resin: 'tough',
      card,
      ours: { mWPerCm2: 25, canHeatToC: 60, medium: 'air' },
    });
    expect(Math.abs(same.body.minutes - 10)).toBeLessThan(0.1);
    const weak = await ask('translate', { resin: 'tough', card, ours: { mWPerCm2: 9, medium: 'air' } });
    expect(weak.body).toMatchObject({ reachable: false, oven: { tempC: expect.any(Number) } });
    expect(weak.body.minutes).toBeUndefined();
    expect(weak.body.endsPct).toBeLessThan(100);
  });
  it('coupons: both edges with their ranges', async () => {
    const outcomes = [60, 120, 240, 400, 800].map((seconds, i) => ({
      seconds,
      result: ['tacky', 'tacky', 'ok', 'ok', 'tinted'][i],
    }));
    const { body } = await ask('coupons', { resin: 'clear', mWPerCm2: 10, outcomes });
    expect(body.handleS).toBeGreaterThan(120);
    expect(body.handleS).toBeLessThan(400);
    expect(body.handleRange90[0] < body.handleS && body.handleS < body.handleRange90[1]).toBe(true);
    expect(body.maxS).toBeGreaterThan(400);
    expect(body.maxRange90[1]).toBeGreaterThan(body.maxS);
  });
  it('sun: 61.93° at noon of midsummer, honest about its range', async () => {
    const { body } = await ask('sun', { latDeg: 51.5, lonDeg: 0, at: '2026-06-21T12:00:00Z' });
    expect(Math.abs(body.elevationDeg - 61.93)).toBeLessThan(0.05);
    expect(body.range).toEqual([body.mWPerCm2 * 0.5, body.mWPerCm2 * 2]);
  });
  it('cure: says what opens a closed window', async () => {
    const { body } = await ask('cure', {
      resin: 'filled',
      wallMm: 3,
      coldMWPerCm2: 8,
      hotMWPerCm2: 8,
      medium: 'air',
      tempC: 5,
      lampHeatsK: 0,
    });
    expect(body.closed.opens).toMatch(/chamber of \d+ °C/);
  });
  it.each([
    ['no points and no mesh', 'irradiance', { leds: [led] }, 422, 'points'],
    [
      'an LED inside the part',
      'irradiance',
      { leds: [{ ...led, posMm: [10, 10, 5] }], meshStlBase64: stl },
      422,
      'leds',
    ],
    [
      'a part nothing shines on',
      'irradiance',
      { leds: [{ ...led, dir: [0, 0, 1] }], meshStlBase64: stl },
      422,
      undefined,
    ],
    ['a mesh that is none', 'irradiance', { leds: [led], meshStlBase64: 'AAAA' }, 422, 'meshStlBase64'],
    ['negative power', 'irradiance', { leds: [{ ...led, powerMW: -1 }], points: [] }, 422, 'leds[0].powerMW'],
    [
      'a normal of no length',
      'irradiance',
      { leds: [led], points: [{ posMm: [0, 0, 0], normal: [0, 0, 0] }] },
      422,
      'points[0].normal',
    ],
    [
      'walls that swallow nothing',
      'irradiance',
      { leds: [led], points: [], walls: { reflectance: 1, areaMm2: 5 } },
      422,
      'walls.reflectance',
    ],
    ['an unknown field', 'sun', { latDeg: 0, lonDeg: 0, at: '2026-06-21T12:00:00Z', moon: 1 }, 400, 'moon'],
    ['a time that is none', 'sun', { latDeg: 0, lonDeg: 0, at: 'noon' }, 422, 'at'],
    ['a place off the earth', 'sun', { latDeg: 95, lonDeg: 0, at: '2026-06-21T12:00:00Z' }, 422, 'latDeg'],
    [
      'coupons of no time',
      'coupons',
      { resin: 'clear', mWPerCm2: 10, outcomes: [{ seconds: 0, result: 'ok' }] },
      422,
      'outcomes.seconds',
    ],
    [
      'a card without light',
      'translate',
      {
        resin: 'clear',
        card: { minutes: 5, tempC: 25, mWPerCm2: 0, medium: 'air' },
        ours: { mWPerCm2: 9, medium: 'air' },
      },
      422,
      'card.mWPerCm2',
    ],
  ])('refuses %s', async (_, name, payload, status, field) => {
    const reply = await ask(name, payload);
    expect([reply.status, reply.body.error.field]).toEqual([status, field]);
  });
});
