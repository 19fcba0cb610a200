import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
});
afterAll(() => t.close());

describe('the calculations of reclaiming and air', () => {
  it.each([
    ['passes', { solventG: 2000, loadPctW: 8 }, ['passes', 'best']],
    [
      'distil',
      { isopropanolG: 1748, waterG: 92, resinG: 160, powerW: 400 },
      ['yield', 'strengthPctW', 'minutes', 'kWh', 'potC', 'sludgeG', 'balanceErrorG'],
    ],
    [
      'blend',
      {
        needKg: 1,
        maxLoadPctW: 1,
        minStrengthPctW: 90,
        vessels: [{ id: 'a', kg: 2, loadPctW: 0, strengthPctW: 99, costPerKg: 5 }],
      },
      ['feasible', 'takeKg', 'cost', 'loadPctW', 'strengthPctW'],
    ],
    [
      'vapour',
      { roomM3: 30, airChangesPerH: 0.5, sourcesGPerH: 10, hours: 8, spillMl: 100 },
      ['ppm', 'ppmSteady', 'lflPct', 'spillBoundPpm', 'verdict'],
    ],
    ['flash-point', { strengthPctW: 70 }, ['flashPointC']],
    [
      'pan',
      { tempC: 20, humidityPct: 50, windMPerS: 1, netRadiationMJ: 8, litres: 10, areaM2: 0.25 },
      ['mmPerDay', 'days'],
    ],
  ])('%s keeps its shape', async (name, input, fields) => {
    const { status, body } = await t.compute(name, input);
    expect(status).toBe(200);
    expect(Object.keys(body)).toEqual(expect.arrayContaining([...fields, 'assumptions']));
    expect((await t.compute(name, { ...input, colour: 'red' })).status).toBe(400);
  });
  it('says what stands in the way of a mix', async () => {
    const { body } = await t.compute('blend', {
      needKg: 3,
      maxLoadPctW: 1,
      minStrengthPctW: 90,
      vessels: [{ id: 'a', kg: 2, loadPctW: 0, strengthPctW: 99, costPerKg: 5 }],
    });
    expect(body).toMatchObject({ feasible: false, reason: 'There is not so much in all the vessels together.' });
  });
  it('has no end where nothing goes: a frozen pan, a room without air', async () => {
    const frozen = { tempC: -2, humidityPct: 50, windMPerS: 1, netRadiationMJ: 4, litres: 10, areaM2: 0.25 };
    expect((await t.compute('pan', frozen)).body).toMatchObject({ mmPerDay: 0, days: null });
    const shut = { roomM3: 30, airChangesPerH: 0, sourcesGPerH: 10, hours: 1 };
    expect((await t.compute('vapour', shut)).body.ppmSteady).toBeNull();
  });
});
