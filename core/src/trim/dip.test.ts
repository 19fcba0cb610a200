import { describe, expect, it } from 'vitest';
import { dip, dipS, dipTempC, greenModulusMPa, sagMm } from './index.ts';

describe('warm dip', () => {
  it.each([
    [0.5, 2.5],
    [1, 6.1],
    [2, 16],
    [3, 31],
    [6, 102],
  ])('%s mm is warm through in %s s', (mm, seconds) => expect(Math.abs(dipS(mm) / seconds - 1)).toBeLessThan(0.02));
  it('takes four times as long for twice the wall only when the wall, not the film, is slow', () => {
    expect(dipS(0.2) / dipS(0.1)).toBeLessThan(2.2);
    expect(dipS(40) / dipS(20)).toBeGreaterThan(3.6);
    expect(dipS(40) / dipS(20)).toBeLessThan(4);
  });
  it('sags by the fourth power of reach and the inverse square of thickness', () => {
    expect(sagMm(20, 1, 10, 130) / sagMm(10, 1, 10, 130)).toBeCloseTo(16, 6);
    expect(sagMm(10, 2, 10, 130) / sagMm(10, 1, 10, 130)).toBeCloseTo(0.25, 6);
    // 12·1100·9.80665·0.02⁴/(8·10e6·1e-6) m = 0.2589 mm
    expect(sagMm(20, 1, 10, 1100)).toBeCloseTo(0.2589, 3);
  });
  it('stiffness halves on the log scale at the softening point', () => {
    expect(greenModulusMPa(26, 26)).toBeCloseTo(Math.sqrt(900 * 3), 6);
    expect(greenModulusMPa(0, 26)).toBeGreaterThan(800);
    expect(greenModulusMPa(60, 26)).toBeLessThan(3.1);
  });
  it('warns of droop, cold and scalding', () => {
    const base = { thicknessMm: 2, greenTgC: 26 };
    expect(dip({ ...base, bathC: 45 }).warning).toBeUndefined();
    expect(dip({ ...base, bathC: 50, spanMm: 60, featureMm: 0.8 }).warning?.code).toBe('SAGS');
    expect(dip({ ...base, bathC: 20 }).warning?.code).toBe('TOO_COLD');
    expect(dip({ ...base, bathC: 80 }).warning?.code).toBe('TOO_HOT');
    expect([dipTempC(26), dipTempC(-20), dipTempC(80)]).toEqual([46, 35, 60]);
    expect(() => dip({ ...base, bathC: 200 })).toThrow(/bathC/);
  });
});
