import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
});
afterAll(() => t.close());
const ask = (name: string, payload: object) => t.compute(name, payload);

describe('reading', () => {
  it.each([
    // 0.65 g of 10 mL at 0.8156 g/mL is 7.97 %
    ['residue', { sampleMl: 10, residueG: 0.65 }, 7.97],
    // 95 % w/w is 0.7976 g/mL; 8 % of resin makes it 1/(0.92/0.7976 + 0.08/1.1) = 0.8155
    ['density', { densityGPerMl: 0.8155, tempC: 20 }, 8],
    ['flask', { flaskMl: 100, netG: 81.55, tempC: 20 }, 8],
    // e^(−0.004·6·30) = 0.4868
    ['clarity', { whiteSeen: 0.4868, blackSeen: 0, whiteRef: 1, blackRef: 0, pathMm: 30 }, 6],
    // 300 g in 4 L at about 0.815 g/mL
    ['level', { volumeMl: 4000, resinG: 300 }, 9.2],
  ])('%s gives a load, a spread and a range around it', async (kind, raw, loadPctW) => {
    const { status, body } = await ask('reading', { kind, ...raw, strengthPctW: 95 });
    expect(status).toBe(200);
    expect(Math.abs(body.loadPctW - loadPctW)).toBeLessThan(0.15);
    expect(Object.keys(body).sort()).toEqual(['assumptions', 'loadPctW', 'range90', 'sdPctW']);
    expect(body.range90[0]).toBeLessThan(body.loadPctW);
    expect(body.range90[1]).toBeGreaterThan(body.loadPctW);
  });
  it.each([
    ['a missing value', { kind: 'residue', sampleMl: 10 }, 422, 'residueG'],
    ['an impossible value', { kind: 'density', densityGPerMl: 0.6, tempC: 20 }, 422, 'densityGPerMl'],
    [
      'strength over 100 %',
      { kind: 'density', densityGPerMl: 0.82, tempC: 20, strengthPctW: 104 },
      422,
      'strengthPctW',
    ],
    ['an unknown field', { kind: 'residue', sampleMl: 10, residueG: 0.1, colour: 'red' }, 400, 'colour'],
  ])('refuses %s by name', async (_, input, status, field) => {
    const reply = await ask('reading', input);
    expect([reply.status, reply.body.error.field]).toEqual([status, field]);
  });
});

describe('estimate', () => {
  const baths = [{ id: 'first', solventG: 3500, waterG: 50, resinG: 0, limitPctW: 10 }];
  const events = Array.from({ length: 30 }, (_, n) => ({
    atMs: n,
    kind: 'wash',
    bath: 'first',
    resin: 'grey',
    resinG: 6,
    carriedG: 0,
    dragOutG: 8,
    lostSolventG: 1,
    lostWaterG: 0,
  }));
  const reading = { atMs: 50, bath: 'first', reading: { kind: 'residue', sampleMl: 10, residueG: 0.45 } };
  const input = { baths, events, readings: [reading], seed: 3, particles: 500 };
  it('gives load, range, strength, volume and batches left, the same for the same seed', async () => {
    const { status, body } = await ask('estimate', input);
    expect(status).toBe(200);
    // 0.45 g of 10 mL is 5.55 %
    expect(Math.abs(body.baths[0].loadPctW - 5.5)).toBeLessThan(0.5);
    expect(Object.keys(body.baths[0]).sort()).toEqual([
      'batchesLeft',
      'id',
      'learned',
      'loadPctW',
      'range90',
      'strengthPctW',
      'volumeMl',
    ]);
    expect(body.baths[0].batchesLeft.range90[0]).toBeLessThanOrEqual(body.baths[0].batchesLeft.median);
    expect((await ask('estimate', input)).body).toEqual(body);
    // the same ids and times with other grams are another question
    const heavier = events.map((event) => ({ ...event, resinG: 60 }));
    const dirty = (await ask('estimate', { ...input, events: heavier, readings: [] })).body.baths[0].loadPctW;
    const clean = (await ask('estimate', { ...input, readings: [] })).body.baths[0].loadPctW;
    // 30 washes of 60 g into 3550 g: 1800 of 5350 g
    expect(dirty).toBeGreaterThan(25);
    expect(clean).toBeLessThan(7);
    const without = await ask('estimate', { ...input, readings: [] });
    const width = (reply: typeof body) => reply.baths[0].range90[1] - reply.baths[0].range90[0];
    expect(width(body)).toBeLessThan(0.6 * width(without.body));
  });
  it.each([
    ['an unknown bath', { events: [{ ...events[0], bath: 'moon' }] }, 'events.0.bath'],
    [
      'an impossible reading',
      { readings: [{ ...reading, reading: { kind: 'residue', sampleMl: 10, residueG: -1 } }] },
      'readings.0.reading.residueG',
    ],
  ])('refuses %s by name', async (_, over, field) => {
    const reply = await ask('estimate', { ...input, ...over });
    expect([reply.status, reply.body.error.field]).toEqual([422, field]);
  });
});

describe('policy', () => {
  const input = {
    workload: { days: 180, perWeek: 14, resinG: 6, dragG: 8 },
    baths: [
      { volumeMl: 4500, limitPctW: 12.5 },
      { volumeMl: 4500, limitPctW: 2.7 },
    ],
    policy: { rule: 'limit' },
    reclaim: { kind: 'none' },
    seed: 5,
  };
  it('two baths buy 1.7 times less than one, or better', async () => {
    const two = await ask('policy', input);
    const one = await ask('policy', { ...input, baths: input.baths.slice(1) });
    expect([two.status, one.status]).toEqual([200, 200]);
    for (const field of ['litresBought', 'litresDisposed', 'costPerBatch', 'outOfTolerancePct'])
      expect(two.body[field]).toBeTypeOf('number');
    expect(one.body.litresBought / two.body.litresBought).toBeGreaterThan(1.7);
    expect((await ask('policy', input)).body).toEqual(two.body);
  });
  it('refuses a calendar without days, and four baths', async () => {
    const calendar = await ask('policy', { ...input, policy: { rule: 'calendar' } });
    expect([calendar.status, calendar.body.error.field]).toEqual([422, 'everyDays']);
    expect((await ask('policy', { ...input, baths: [...input.baths, ...input.baths] })).status).toBe(400);
  });
});
