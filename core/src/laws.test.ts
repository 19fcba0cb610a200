import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CURE_FAMILIES,
  type CureSetting,
  cureDoses,
  cureEnd,
  cureMoment,
  curePlan,
  cureWindow,
  FAMILY_CONSTANTS,
  validateCureConstants,
} from './cure/index.ts';
import { dryTime } from './dry/index.ts';
import { hardenFilterPasses } from './reclaim/index.ts';
import { validateCard } from './resin/index.ts';
import {
  bathDensityGPerMl,
  evaporationFlux,
  freshParcel,
  loadPctW,
  parcelVolumeMl,
  strengthPctVFromPctW,
  strengthPctW,
  strengthPctWFromPctV,
} from './solvent/index.ts';
import { testCard } from './testing/index.ts';
import { breachText } from './units/index.ts';
import { AGITATIONS, actLimitsPctW, batchesLeft, planWash, SOLVENTS, washResidue, washTauS } from './wash/index.ts';

/** Laws that must hold whatever the constants are: more light never cures later, more resin never washes faster. */
const percent = fc.double({ min: 0, max: 100, noNaN: true });

describe('laws of washing', () => {
  const stage = (agitation: (typeof AGITATIONS)[number], load: number) => ({ agitation, loadPctW: load });
  it('a fuller bath is slower, warmer solvent faster, thicker resin slower, in every solvent', () => {
    for (const solvent of SOLVENTS) {
      for (const agitation of AGITATIONS) {
        const at = (load: number, tempC: number, viscosityMPaS: number) =>
          washTauS(stage(agitation, load), { solvent, tempC, viscosityMPaS });
        expect(at(8, 20, 300)).toBeGreaterThan(at(2, 20, 300));
        expect(at(2, 30, 300)).toBeLessThan(at(2, 15, 300));
        expect(at(2, 20, 1500)).toBeGreaterThan(at(2, 20, 300));
      }
    }
  });
  it('longer never leaves more film, and the residue is never below what clings', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 150, noNaN: true }),
        fc.double({ min: 0, max: 15, noNaN: true }),
        fc.integer({ min: 1, max: 600 }),
        (filmUm, load, timeS) => {
          const at = (s: number) => washResidue(filmUm, [stage('hand', load)], [s], { solvent: 'isopropanol' });
          expect(at(timeS + 30).byStage[0]!.filmUm).toBeLessThanOrEqual(at(timeS).byStage[0]!.filmUm);
          expect(at(timeS).residueUm).toBeGreaterThanOrEqual((20 * 0.73 * load) / 100 - 1e-9);
        },
      ),
    );
  });
  it('a thicker film never plans a shorter wash in all', () => {
    const total = (filmUm: number) => {
      const plan = planWash({ filmUm, solvent: 'isopropanol', stages: [stage('impeller', 6), stage('impeller', 1)] });
      return plan.ok ? plan.value.stagesS.reduce((a, b) => a + b, 0) : Number.POSITIVE_INFINITY;
    };
    [20, 40, 80, 140].reduce((before, filmUm) => {
      expect(total(filmUm)).toBeGreaterThanOrEqual(before - 5);
      return total(filmUm);
    }, 0);
  });
  it('acts on a clean bath at half the tolerance, worked by hand', () => {
    // 0.5 · 0.8 µm / (20 µm · 0.73) = 2.740 %; half of 25 %
    expect(actLimitsPctW('isopropanol', 0.8)[1]).toBeCloseTo(2.74, 2);
    expect(actLimitsPctW('isopropanol', 0.8)[0]).toBe(12.5);
  });
  it('counts batches left by mass, none past the limit, no end when nothing comes in', () => {
    // 4000 g at 5 %: 200 g; 10 % of 3800 g solvent: 3800/9 = 422.2 g; 222.2/10 = 22
    expect(batchesLeft({ loadPctW: 5, liquidG: 4000 }, 10, 10)).toBe(22);
    expect(batchesLeft({ loadPctW: 11, liquidG: 4000 }, 10, 10)).toBe(0);
    expect(batchesLeft({ loadPctW: 1, liquidG: 4000 }, 10, 0)).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('laws of solvent', () => {
  it('label strength and weight strength turn into each other', () => {
    fc.assert(
      fc.property(percent, (pct) => {
        expect(strengthPctVFromPctW(strengthPctWFromPctV(pct))).toBeCloseTo(pct, 6);
      }),
    );
  });
  it('fresh liquid has the volume and strength asked for, and no resin', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 25_000 }), percent, (ml, pct) => {
        const parcel = freshParcel(ml, pct);
        expect(parcelVolumeMl(parcel) / ml).toBeCloseTo(1, 3);
        expect(strengthPctW(parcel)).toBeCloseTo(pct, 1);
        expect(loadPctW(parcel)).toBe(0);
      }),
    );
  });
  it('density falls with warmth and rises with resin', () => {
    fc.assert(
      fc.property(percent, fc.double({ min: 5, max: 30, noNaN: true }), (pct, tempC) => {
        const at = (t: number, load = 0) => bathDensityGPerMl({ strengthPctW: pct, tempC: t, loadPctW: load });
        expect(at(tempC + 8)).toBeLessThan(at(tempC));
        expect(at(tempC, 10)).toBeGreaterThan(at(tempC));
      }),
    );
  });
  it('loses more when warmer, windier, fuller; less with a lid', () => {
    const base = {
      strengthPctW: 95,
      tempC: 20,
      humidityPct: 50,
      airMPerS: 0.2,
      lengthM: 0.2,
      freeboardM: 0.05,
      lid: 'open' as const,
    };
    const loss = (over: object) => evaporationFlux({ ...base, ...over }).alcoholKgPerM2H;
    expect(loss({ tempC: 28 })).toBeGreaterThan(loss({}));
    expect(loss({ airMPerS: 2 })).toBeGreaterThan(loss({}));
    expect(loss({ freeboardM: 0.01 })).toBeGreaterThan(loss({}));
    expect(loss({ lid: 'ajar' }) / loss({})).toBeCloseTo(0.15, 9);
    // a 20 cm bath, open: about 4 g/h
    expect(loss({}) * 0.0314 * 1000).toBeGreaterThan(2.5);
    expect(loss({}) * 0.0314 * 1000).toBeLessThan(6);
  });
  it('a reclaim pass never makes liquid and never makes it dirtier', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 30_000 }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (grams, load) => {
          let last = { yield: 1, loadPctW: load };
          for (const pass of hardenFilterPasses(grams, load).passes) {
            expect(pass.yield).toBeLessThan(last.yield + 1e-12);
            expect(pass.loadPctW).toBeLessThanOrEqual(last.loadPctW);
            last = pass;
          }
        },
      ),
    );
  });
});

describe('laws of drying', () => {
  it('alcohol before water, jet before fan before still, more liquid later', () => {
    const at = (solvent: 'isopropanol' | 'water', air: 'still' | 'fan' | 'jet', puddleMm = 0.2) =>
      dryTime({ solvent, air, puddleMm, filmUm: 0 }).seconds;
    for (const air of ['still', 'fan', 'jet'] as const) expect(at('isopropanol', air)).toBeLessThan(at('water', air));
    expect(at('water', 'jet')).toBeLessThan(at('water', 'fan'));
    expect(at('water', 'fan')).toBeLessThan(at('water', 'still'));
    expect(at('water', 'fan', 0.5)).toBeGreaterThan(at('water', 'fan'));
  });
  it('never ends in saturated air for water, and still ends for alcohol', () => {
    expect(dryTime({ solvent: 'water', air: 'still', humidityPct: 100 }).seconds).toBeGreaterThan(1e6);
    expect(dryTime({ solvent: 'isopropanol', air: 'still', humidityPct: 100 }).seconds).toBeLessThan(7200);
  });
});

describe.each(CURE_FAMILIES)('laws of curing: %s', (family) => {
  const setting = (over: Partial<CureSetting> = {}): CureSetting => ({
    constants: FAMILY_CONSTANTS[family],
    wallMm: 3,
    coldMWPerCm2: 8,
    hotMWPerCm2: 12,
    medium: 'air',
    ...over,
  });
  it('has sound constants and a window that opens before it closes', () => {
    expect(validateCureConstants(FAMILY_CONSTANTS[family])).toEqual([]);
    const { handleS, maxS } = cureWindow(setting());
    expect(handleS).toBeGreaterThan(30);
    expect(maxS!).toBeGreaterThan(handleS!);
  });
  it('more light on the coldest spot never opens later; more on the hottest never closes later', () => {
    expect(cureWindow(setting({ coldMWPerCm2: 11 })).handleS!).toBeLessThan(cureWindow(setting()).handleS!);
    expect(cureWindow(setting({ hotMWPerCm2: 20 })).maxS!).toBeLessThan(cureWindow(setting()).maxS!);
  });
  it('conversion only rises, below its ceiling, and stiffness with it', () => {
    const states = [60, 300, 1200, 3600].map((s) => cureMoment(setting(), s).cold);
    states.reduce((before, now) => {
      expect(now.surface).toBeGreaterThanOrEqual(before.surface);
      expect(now.deep).toBeGreaterThanOrEqual(before.deep);
      expect(Math.max(now.surface, now.deep)).toBeLessThanOrEqual(FAMILY_CONSTANTS[family].capConversion);
      return now;
    });
    expect(cureEnd(setting(), 3600).stiffnessPct).toBeGreaterThanOrEqual(cureEnd(setting(), 300).stiffnessPct);
  });
  it('plans whole timer steps from the low side, never past the end', () => {
    const window = cureWindow(setting());
    for (const stepS of [1, 30, 120]) {
      const plan = curePlan(window, { stepS });
      const total = plan.reduce((sum, step) => sum + step.seconds, 0);
      if (plan.length === 0) continue;
      expect(plan.filter((step) => step.kind !== 'look').every((step) => step.seconds % stepS === 0)).toBe(true);
      expect(total).toBeLessThanOrEqual(window.maxS!);
      expect(cureDoses(window, { stepS })!.firstS).toBeLessThanOrEqual(Math.max(stepS, 0.7 * window.handleS!));
    }
  });
});

describe('resin cards', () => {
  it('a sound card has nothing to say', () => expect(validateCard(testCard)).toEqual([]));
  it.each([
    [{ name: ' ' }, /name is empty/],
    [{ family: 'jelly' as never }, /family “jelly”/],
    [{ viscosityMPaS25: -3 }, /viscosityMPaS25 is -3/],
    [{ densityGPerMl: 30 }, /densityGPerMl is 30/],
    [{ exposureCapS: 0 }, /exposureCapS is 0/],
    [{ residueTolUm: 0 }, /residueTolUm is 0/],
    [{ solvents: [] }, /solvents/],
    [{ cureMedium: 'oil' as never }, /cureMedium “oil”/],
    [{ cure: { dpMm: -1 } }, /dpMm is -1/],
    [{ cure: { tack: 0.1 } }, /tack is 0.1/],
  ])('names what is wrong with %o', (over, message) =>
    expect(breachText(validateCard({ ...testCard, ...over }))).toMatch(message),
  );
  it('tells every breach at once', () =>
    expect(validateCard({ ...testCard, name: '', densityGPerMl: 0, exposureCapS: -1 })).toHaveLength(3));
});
