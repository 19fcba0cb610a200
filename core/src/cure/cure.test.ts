import { describe, expect, it } from 'vitest';
import {
  type CureSetting,
  conversionCeiling,
  cureAlternatives,
  cureDoses,
  cureEnd,
  cureMoment,
  curePlan,
  cureWindow,
  cureWindowRange,
  FAMILY_CONSTANTS,
  glassTransitionC,
  LADDER_S,
  ladderFor,
  lampCycles,
  oxygenFactor,
  tintDeltaB,
  windowRatio,
} from './index.ts';

const opaque = FAMILY_CONSTANTS['standard opaque'];
const even = (family: keyof typeof FAMILY_CONSTANTS, over: Partial<CureSetting> = {}): CureSetting => ({
  constants: FAMILY_CONSTANTS[family],
  wallMm: 3,
  coldMWPerCm2: 10,
  hotMWPerCm2: 10,
  medium: 'air',
  ...over,
});

describe('conversion', () => {
  it('has the ceiling, glass transition and oxygen share worked by hand', () => {
    expect(conversionCeiling(opaque, 25)).toBeCloseTo(0.747664, 6);
    expect(glassTransitionC(opaque, 0.7)).toBeCloseTo(41.707, 3);
    expect(oxygenFactor(opaque, 'air', 10)).toBeCloseTo(0.35714, 5);
    expect(oxygenFactor(opaque, 'water', 10)).toBeCloseTo(0.91743, 5);
  });
  it('tints clear resin by Δb* 2 after 3.5 min and 4 after 7.7 min', () => {
    const db = (minutes: number) =>
      tintDeltaB(FAMILY_CONSTANTS.clear, cureMoment(even('clear'), minutes * 60).hot.surfaceDoseJPerCm2);
    expect([db(3.4) < 2, db(3.6) > 2, db(7.6) < 4, db(7.8) > 4]).toEqual([true, true, true, true]);
  });
});

describe('cure window', () => {
  it('lets standard opaque be handled after 4.6 min in air and about half that in water', () => {
    const air = cureWindow(even('standard opaque'));
    const water = cureWindow(even('standard opaque', { medium: 'water' }));
    expect(air.handleS! / 60).toBeCloseTo(4.6, 1);
    expect(water.handleS! / air.handleS!).toBeGreaterThan(0.4);
    expect(water.handleS! / air.handleS!).toBeLessThan(0.6);
    expect(air.limitedBy).toBe('tack');
  });
  it('leaves a casting pattern tacky in air: under glycerine it takes at most half as long', () => {
    for (const mW of [10, 20]) {
      const light = { coldMWPerCm2: mW, hotMWPerCm2: mW };
      const [air, glycerine] = (['air', 'glycerine'] as const).map((medium) =>
        cureWindow(even('casting pattern', { medium, ...light })),
      );
      expect(air!.limitedBy).toBe('tack');
      expect(glycerine!.handleS! / air!.handleS!).toBeLessThan(0.5);
    }
    expect(cureWindow(even('casting pattern')).handleS! / 60).toBeGreaterThan(30);
  });
  it('has no full cure for clear in air', () => {
    const clear = cureWindow(even('clear'));
    expect(clear.fullS).toBeUndefined();
    expect(clear.maxBy).toBe('tint');
  });
  it('narrows the clear window in air when power is halved, and widens it in water', () => {
    const ratio = (medium: 'air' | 'water', mW: number) =>
      windowRatio(cureWindow(even('clear', { medium, coldMWPerCm2: mW, hotMWPerCm2: mW })));
    expect(ratio('air', 5)).toBeLessThan(ratio('air', 10));
    expect(ratio('water', 5)).toBeGreaterThan(ratio('water', 10));
  });
  it('makes tough resin about 31 % stiffer at 60 °C', () => {
    const at = (tempC: number) => cureEnd(even('tough', { tempC, lampHeatsK: 0 }), 3 * 3600).stiffnessPct;
    expect(at(60) / at(25)).toBeGreaterThan(1.2);
    expect(at(60) / at(25)).toBeLessThan(1.45);
  });
  it('plays phases before the open end: a dark phase only delays', () => {
    const plain = cureWindow(even('clear')).maxS!;
    const dark = cureWindow(even('clear', { phases: [{ seconds: 60, coldMWPerCm2: 0, hotMWPerCm2: 0 }] })).maxS!;
    expect(dark - plain).toBeCloseTo(60, 0);
  });
  it('says a ceiling is in the way when the room is too cold for the target', () => {
    const cold = cureWindow(even('filled', { tempC: 5, lampHeatsK: 0 }));
    expect(conversionCeiling(FAMILY_CONSTANTS.filled, 5)).toBeLessThan(FAMILY_CONSTANTS.filled.tack);
    expect(cold.limitedBy).toBe('ceiling');
    expect(cold.handleS).toBeUndefined();
  });
  it('names an absurd input', () => {
    expect(() => cureWindow(even('clear', { wallMm: -1 }))).toThrow(/wallMm/);
    expect(() => cureWindow(even('clear', { hotMWPerCm2: 5 }))).toThrow(/hotMWPerCm2/);
    expect(() => cureWindow({ ...even('clear'), constants: { ...opaque, dpMm: -1 } })).toThrow(/dpMm/);
  });
});

describe('cure plan', () => {
  const window = { handleS: 312, maxS: 570, limitedBy: 'tack', maxBy: 'tint' } as const;
  it('starts low, looks, adds, and stays inside the window', () => {
    // floor(0.7·312) = 218, floor(0.25·312) = 78; listed past 1.25·312 = 390
    expect(curePlan(window).map((s) => [s.kind, s.seconds])).toEqual([
      ['cure', 218],
      ['look', 0],
      ['add', 78],
      ['look', 0],
      ['add', 78],
      ['look', 0],
      ['add', 78],
      ['look', 0],
    ]);
  });
  it('counts in timer steps, at least one, and never past the end', () => {
    expect(cureDoses(window, { stepS: 120 })).toEqual({ firstS: 120, addS: 120, lastS: 480 });
    expect(cureDoses({ ...window, handleS: 60, maxS: 100 }, { stepS: 120 })).toBeUndefined();
    const total = curePlan({ ...window, maxS: 320 }).reduce((sum, s) => sum + s.seconds, 0);
    expect(total).toBe(320);
  });
  it('splits runs where a lamp cuts out', () => {
    expect(lampCycles(218, 90)).toEqual([90, 90, 38]);
    expect(curePlan(window, { cutOutS: 90 })[0]!.note).toContain('3 cycles: 1:30, 1:30, 0:38');
  });
  it('ranks changes by the width of their window; offers less power only without oxygen', () => {
    const inAir = cureAlternatives(even('clear'));
    const ratios = inAir.map((a) => a.maxS! / a.handleS!);
    expect(ratios).toEqual([...ratios].sort((a, b) => b - a));
    expect(inAir.find((a) => a.change === 'under water')!.handleS).toBeLessThan(cureWindow(even('clear')).handleS!);
    expect(inAir.some((a) => a.change === 'half the power')).toBe(false);
    expect(cureAlternatives(even('clear', { medium: 'water' })).some((a) => a.change === 'half the power')).toBe(true);
  });
  it('brackets the window by its soft edges', () => {
    const mid = cureWindow(even('clear'));
    const range = cureWindowRange(even('clear'))!;
    expect(range.handleS[0] < mid.handleS! && mid.handleS! < range.handleS[1]).toBe(true);
    expect(range.maxS![0] < mid.maxS! && mid.maxS! < range.maxS![1]).toBe(true);
  });
});

describe('a ladder of coupons', () => {
  it.each([
    [30, 10, 152],
    [240, 70, 1215],
    [2400, 711, 12_150],
  ])('lies about an expected time of %s s, at round times, half as long again each', (expectedS, firstS, lastS) => {
    const times = ladderFor(expectedS);
    expect(times).toHaveLength(8);
    expect(Math.abs(times[0]! / firstS - 1)).toBeLessThan(0.1);
    expect(Math.abs(times.at(-1)! / lastS - 1)).toBeLessThan(0.1);
    for (const [i, seconds] of times.entries()) {
      if (i > 0) expect(seconds / times[i - 1]!).toBeGreaterThan(1.3);
      if (seconds >= 60) expect(seconds % 5).toBe(0);
    }
  });
  it('is the usual one where nothing is expected', () => expect(ladderFor(undefined)).toBe(LADDER_S));
});
