import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_PRICES } from '../prices/index.ts';
import {
  anotherPass,
  azeotrope,
  type BlendWish,
  blend,
  boilingC,
  DEFAULT_PASS,
  distil,
  hardenFilterPasses,
  learnPasses,
  mixOf,
  panAfter,
  panDays,
  panMmPerDay,
  reclaimOptions,
} from './index.ts';

describe('harden and filter', () => {
  const { passes, best } = hardenFilterPasses(2000, 8);
  it('leaves 2.3, 0.875, 0.52 and 0.43 % after one to four passes of 8 %', () => {
    // 0.4 + 7.6·0.25ⁿ
    [2.3, 0.875, 0.51875, 0.4296875].forEach((pct, i) => expect(passes[i]!.loadPctW).toBeCloseTo(pct, 6));
  });
  it('gives back 0.83, 0.76, 0.72 and 0.68 of the liquid', () => {
    [0.83, 0.76, 0.72, 0.68].forEach((share, i) => expect(Math.abs(passes[i]!.yield - share)).toBeLessThan(0.005));
  });
  it('is worth most after two passes', () => expect(best).toBe(2));
  it('never makes liquid dirtier and never gives back less than nothing', () => {
    const tiny = hardenFilterPasses(60, 0.2);
    expect(tiny.passes.every((p) => p.loadPctW <= 0.2 && p.yield >= 0)).toBe(true);
  });
});

describe('distil', () => {
  const charge = { isopropanolG: 1748, waterG: 92, resinG: 160 };
  it('boils as the azeotrope of isopropanol and water does, lower on a mountain', () => {
    expect(Math.abs(azeotrope().boilsC - 80.37)).toBeLessThan(0.02);
    expect(Math.abs(azeotrope().strengthPctW - 87.8)).toBeLessThan(0.05);
    expect(Math.abs(azeotrope(2000).boilsC - 74.5)).toBeLessThan(0.1);
    expect(boilingC({ isopropanolG: 0, waterG: 100, resinG: 0 })).toBeCloseTo(100, 0);
  });
  it('brings 2 kg at 95 % with 8 % resin over in an hour and a half, and stops at half resin', () => {
    const run = distil(charge, { powerW: 400 });
    expect(run.yield).toBeCloseTo(0.91, 2);
    expect(Math.abs(run.minutes - 91)).toBeLessThan(2);
    expect(run.kWh).toBeCloseTo(0.6, 1);
    expect(run.stoppedBy).toBe('resin');
    expect(run.heel.resinG).toBe(160);
    // a still removes resin, not water
    expect(Math.abs(run.strengthPctW - 95)).toBeLessThan(1);
  });
  it('stops at the pot temperature or the heel where those come first, and never runs dry', () => {
    expect(distil({ ...charge, resinG: 4 }, { powerW: 400 }).stoppedBy).toBe('heel');
    const watery = distil({ isopropanolG: 400, waterG: 1600, resinG: 20 }, { powerW: 400 });
    expect(watery.stoppedBy).toBe('pot temperature');
    expect(watery.potC[1]).toBeGreaterThanOrEqual(95);
    expect(watery.strengthPctW).toBeGreaterThan(60);
  });
  it('balances to a microgram in the gram, whatever is put in', () => {
    const grams = fc.double({ min: 1, max: 5000, noNaN: true });
    fc.assert(
      fc.property(grams, grams, grams, (isopropanolG, waterG, resinG) => {
        const run = distil({ isopropanolG, waterG, resinG }, { powerW: 500 });
        const inG = isopropanolG + waterG + resinG;
        const outG = run.distillate.isopropanolG + run.distillate.waterG + run.sludgeG;
        expect(Math.abs(inG - outG)).toBeLessThanOrEqual(1e-6 * inG);
        expect(run.heel.isopropanolG).toBeGreaterThanOrEqual(-1e-9);
        expect(run.heel.waterG).toBeGreaterThanOrEqual(-1e-9);
      }),
      { numRuns: 25 },
    );
  });
});

describe('blend', () => {
  const vessel = fc.record({
    kg: fc.integer({ min: 0, max: 40 }).map((tenths) => tenths / 10),
    loadPctW: fc.integer({ min: 0, max: 30 }).map((tenths) => tenths / 10),
    strengthPctW: fc.integer({ min: 80, max: 100 }),
    costPerKg: fc.integer({ min: 0, max: 8 }),
    reclaimed: fc.boolean(),
  });
  const wish = fc.record({
    needKg: fc.integer({ min: 1, max: 30 }).map((tenths) => tenths / 10),
    maxLoadPctW: fc.integer({ min: 0, max: 20 }).map((tenths) => tenths / 10),
    minStrengthPctW: fc.integer({ min: 85, max: 97 }),
    maxReclaimedPct: fc.option(fc.integer({ min: 0, max: 100 }), { nil: undefined }),
    vessels: fc.array(vessel, { minLength: 2, maxLength: 3 }),
  });
  /** Every mix in steps of a fiftieth of what is needed, by counting. */
  function cheapestByCounting({ vessels, ...need }: BlendWish, slack: number): number | undefined {
    const STEPS = 50;
    let best: number | undefined;
    const tryMix = (kgs: readonly number[]) => {
      const takeKg = Object.fromEntries(vessels.map(({ id }, i) => [id, kgs[i]!]));
      const mix = mixOf(vessels, takeKg);
      const back = vessels.reduce((sum, { reclaimed }, i) => sum + (reclaimed ? kgs[i]! : 0), 0);
      const fits =
        vessels.every(({ kg }, i) => kgs[i]! <= kg + 1e-9) &&
        mix.loadPctW <= need.maxLoadPctW + slack &&
        mix.strengthPctW >= need.minStrengthPctW - slack &&
        back <= (need.needKg * (need.maxReclaimedPct ?? 100)) / 100 + slack;
      if (fits && (best === undefined || mix.cost < best)) best = mix.cost;
    };
    for (let a = 0; a <= STEPS; a++)
      for (let b = 0; a + b <= STEPS; b++) {
        if (vessels.length === 2 && a + b !== STEPS) continue;
        tryMix([a, b, STEPS - a - b].slice(0, vessels.length).map((step) => (step * need.needKg) / STEPS));
      }
    return best;
  }
  it('is never dearer than any mix found by counting, and keeps every limit', () => {
    fc.assert(
      fc.property(wish, ({ vessels, ...need }) => {
        const asked = { ...need, vessels: vessels.map((one, i) => ({ ...one, id: `v${i}` })) };
        const counted = cheapestByCounting(asked, 1e-9);
        const mix = blend(asked);
        if (!mix.feasible) {
          expect(counted).toBeUndefined();
          return;
        }
        expect(mix.cost).toBeLessThanOrEqual((counted ?? Number.POSITIVE_INFINITY) + 1e-6);
        // nor cheaper than counting allows once each limit is loosened by a step of it
        const loosened = cheapestByCounting(asked, 0.5);
        if (loosened !== undefined) expect(mix.cost).toBeGreaterThanOrEqual(loosened - 0.5);
        const kg = Object.values(mix.takeKg).reduce((sum, one) => sum + one, 0);
        expect(kg).toBeCloseTo(need.needKg, 6);
        expect(mix.loadPctW).toBeLessThanOrEqual(need.maxLoadPctW + 1e-6);
        expect(mix.strengthPctW).toBeGreaterThanOrEqual(need.minStrengthPctW - 1e-6);
        for (const { id, kg: there } of asked.vessels) expect(mix.takeKg[id] ?? 0).toBeLessThanOrEqual(there + 1e-6);
      }),
      { numRuns: 150, seed: 11 },
    );
  });
  it.each([
    ['too little', { needKg: 9 }],
    ['too loaded', { maxLoadPctW: 0.1, maxReclaimedPct: 100 }],
    ['too weak', { minStrengthPctW: 98.9 }],
    ['too much reclaimed', { needKg: 6, maxReclaimedPct: 10 }],
  ] as const)('names what stands in the way: %s', (reason, over) => {
    const vessels = [
      { id: 'can', kg: 5, loadPctW: 0, strengthPctW: 99, costPerKg: 5 },
      { id: 'bottle', kg: 3, loadPctW: 1, strengthPctW: 92, costPerKg: 1, reclaimed: true },
    ];
    const asked = { needKg: 6, maxLoadPctW: 1, minStrengthPctW: 90, vessels, ...over };
    expect(blend(asked)).toEqual({ feasible: false, reason });
  });
});

describe('a pan outdoors', () => {
  const mild = { tempC: 20, humidityPct: 50, windMPerS: 1, netRadiationMJ: 8 };
  const pan = { litres: 10, areaM2: 0.25, capacityL: 12, covered: false };
  it('dries by Penman, not at all in frost', () => {
    expect(panMmPerDay(mild)).toBeCloseTo(3.719, 3);
    expect(panMmPerDay({ ...mild, tempC: 0 })).toBe(0);
    expect(panAfter(pan, { ...mild, tempC: -1 }, 5)).toMatchObject({ leftL: 10, state: 'frozen' });
  });
  it('takes some twelve days in summer, and may never dry uncovered in autumn', () => {
    expect(panDays(pan, mild)!).toBeGreaterThan(11);
    expect(panDays(pan, mild)!).toBeLessThan(14);
    const autumn = { tempC: 9, humidityPct: 85, windMPerS: 1.5, netRadiationMJ: 2, rainMmPerDay: 3 };
    expect(panDays(pan, autumn)).toBeUndefined();
    expect(panDays({ ...pan, covered: true }, autumn)!).toBeGreaterThan(30);
    expect(panAfter(pan, { ...autumn, rainMmPerDay: 40 }, 3)).toMatchObject({ leftL: 12, state: 'full' });
  });
});

describe('a shop’s own passes', () => {
  const pass = { beforeG: 3000, beforePctW: 8, backG: 2300, afterPctW: 3.44, loadWasRead: true, backWasMeasured: true };
  it('draw the guess towards what was read: three poor passes count as much as the guess', () => {
    // 1 − (3.44 − 0.4)/(8 − 0.4) = 0.6, against a guess of 0.75
    const { constants, loads, lossFactor } = learnPasses([pass, pass, pass]);
    expect(constants.efficiency).toBeCloseTo((0.75 + 0.6) / 2, 6);
    expect(loads).toBe(3);
    expect(lossFactor).toBeGreaterThan(1);
    expect(learnPasses([]).constants).toEqual(DEFAULT_PASS);
  });
  it('go on while it gains, and stop when another costs more than it cleans', () => {
    expect(anotherPass(2000, 8).more).toBeGreaterThan(0);
    const clean = anotherPass(2000, 0.5);
    expect([clean.more, clean.gains < 0]).toEqual([0, true]);
  });
});

describe('what to do with six litres', () => {
  const dirty = { litres: 6, loadPctW: 8, strengthPctW: 93, solvent: 'isopropanol' } as const;
  const of = (kind: string, over: object = {}) =>
    reclaimOptions({ ...dirty, ...over }, { prices: DEFAULT_PRICES }).find((one) => one.kind === kind)!;
  it('sets filter, still, drying and buying side by side, the cheapest first', () => {
    const options = reclaimOptions(dirty, { prices: DEFAULT_PRICES });
    expect(options.map(({ kind }) => kind).sort()).toEqual(['buy new', 'distil', 'evaporate', 'harden-filter']);
    expect([...options].sort((a, b) => a.cost - b.cost)).toEqual(options);
    for (const { costs, cost, saves } of options) {
      expect(Object.values(costs).reduce((sum, one) => sum + one, 0)).toBeCloseTo(cost, 9);
      expect(saves).toBeCloseTo(of('buy new').cost - cost, 9);
    }
    // 6 L bought at 4.60, 6 L handed over at 1.20, ten minutes of hands at 24 an hour
    expect(of('buy new').cost).toBeCloseTo(6 * 4.6 + 6 * 1.2 + 4, 6);
  });
  it('gives back what the models say, and all of it is accounted for', () => {
    const filtered = of('harden-filter');
    expect(filtered.backL).toBeGreaterThan(4.2);
    expect(filtered.backPctW).toBeLessThan(2.5);
    const distilled = of('distil');
    expect(distilled.backL).toBeGreaterThan(filtered.backL);
    expect(distilled.backPctW).toBe(0);
    expect(of('evaporate').backL).toBe(0);
  });
  it('pays from so many litres on: below it, buying is cheaper', () => {
    const from = of('harden-filter').paysFromL!;
    expect(from).toBeGreaterThan(0.5);
    expect(of('harden-filter', { litres: from * 1.1 }).saves).toBeGreaterThan(0);
    expect(of('harden-filter', { litres: from * 0.9 }).saves).toBeLessThan(0);
  });
  it('leaves water the pan and the treatment works', () => {
    const options = reclaimOptions({ ...dirty, strengthPctW: 0, solvent: 'water' }, { prices: DEFAULT_PRICES });
    expect(options.map(({ kind }) => kind).sort()).toEqual(['buy new', 'pan']);
  });
});
