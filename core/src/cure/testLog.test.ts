import { describe, expect, it } from 'vitest';
import { Draws } from '../estimate/random.ts';
import { expectedStiffness, FAMILY_CONSTANTS, fitStiffness, type TestSchedule, testSpread } from './index.ts';

const base = { constants: FAMILY_CONSTANTS.tough, roomC: 22, lampHeatsK: 9 };
const cold: TestSchedule = { seconds: 900, mWPerCm2: 10, medium: 'air', tempC: 22, wallMm: 3 };
const warm: TestSchedule = { ...cold, tempC: 60 };
const baked: TestSchedule = { ...cold, oven: { tempC: 60, seconds: 3600 } };

describe('a set of tested samples', () => {
  it('tells its mean and where the true one lies, by Student’s t', () => {
    // 70, 72, 74: mean 72, sd 2, 2.920 · 2 / √3 = 3.372
    const spread = testSpread('Shore D', [70, 72, 74]);
    expect([spread.mean, spread.sd]).toEqual([72, 2]);
    expect(spread.range90[1] - 72).toBeCloseTo(3.372, 3);
  });
  it('a single reading is as unsure as its tester', () => {
    const { range90 } = testSpread('Shore D', [70]);
    expect(range90[1] - 70).toBeCloseTo(1.645 * 2.5, 3);
  });
  it('refuses readings that cannot be', () => {
    expect(() => testSpread('Shore D', [101])).toThrow('readings is 101');
    expect(() => testSpread('Shore D', [])).toThrow('readings');
  });
});

describe('stiffness that tests show', () => {
  const expected = [cold, warm, baked].map((schedule) => expectedStiffness(base, schedule));
  it('heat adds to a tough resin by its constants, and nothing where there was none', () => {
    expect(expected[0]!.heated).toBe(expected[0]!.unheated);
    expect(expected[1]!.heated).toBeGreaterThan(expected[1]!.unheated + 0.15);
    expect(expected[2]!.heated).toBeGreaterThan(expected[2]!.unheated + 0.15);
  });
  it('without heated tests heat is worth what the constants say, within half', () => {
    const fit = fitStiffness('Shore D', [{ readings: [70, 71, 69], expected: expected[0]! }]);
    expect(fit.heatTested).toBe(false);
    expect(fit.heatWorth).toBeCloseTo(1, 1);
    expect(fit.heatWorthRange90[0]).toBeLessThan(0.5);
    expect(fit.heatWorthRange90[1]).toBeGreaterThan(1.5);
  });
  it('finds out that heat is worth half as much as expected, and its ranges hold the truth', () => {
    const draws = new Draws(11);
    let held = 0;
    const worths: number[] = [];
    const runs = 100;
    for (let run = 0; run < runs; run++) {
      const sets = [0, 0, 1, 1, 2, 2].map((which) => {
        const { unheated, heated } = expected[which]!;
        const prepared = 50 + 36 * unheated + 0.5 * 36 * (heated - unheated) + 1.2 * draws.normal();
        return { expected: expected[which]!, readings: [0, 1, 2, 3, 4].map(() => prepared + 2.5 * draws.normal()) };
      });
      const fit = fitStiffness('Shore D', sets);
      worths.push(fit.heatWorth);
      const [low, high] = fit.at(expected[1]!).range90;
      const truth = 50 + 36 * expected[1]!.unheated + 18 * (expected[1]!.heated - expected[1]!.unheated);
      if (low <= truth && truth <= high) held++;
    }
    const mean = worths.reduce((sum, worth) => sum + worth, 0) / runs;
    expect(mean).toBeGreaterThan(0.4);
    expect(mean).toBeLessThan(0.8);
    expect(held).toBeGreaterThanOrEqual(84);
  });
  it('a resin that heat does nothing for comes out as such from breaking loads', () => {
    const sets = [0, 1].map((which) => ({ expected: expected[which]!, readings: [400, 405, 395, 402] }));
    const fit = fitStiffness('breaking load', sets);
    expect(fit.heatWorth).toBeLessThan(0.5);
    expect(fit.at(expected[1]!).value).toBeGreaterThan(380);
    expect(fit.at(expected[1]!).value).toBeLessThan(420);
  });
});
