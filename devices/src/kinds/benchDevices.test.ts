import { makeRandom } from '@north-step/core/maths';
import { describe, expect, it } from 'vitest';
import { doneToAir, laterAir, usualAir } from '../room.ts';
import { cellShows, dipped, dryCell } from './densityMeter.ts';
import { climateShows, vapourShows } from './roomSensors.ts';
import { drifting, emptyScale, shown } from './scale.ts';

describe('a simulated density meter', () => {
  const bath = { densityGPerMl: 0.8123, tempC: 21.4 };
  it('shows nothing in air, comes to rest on the bath, and says when', () => {
    expect(cellShows(dryCell(20), 5, makeRandom(1))).toBeUndefined();
    const state = dipped(dryCell(20), bath, 100);
    const soon = cellShows(state, 102, makeRandom(1))!;
    const late = cellShows(state, 140, makeRandom(1))!;
    expect([soon.stable, late.stable]).toEqual([false, true]);
    expect(soon.densityGPerMl).toBeGreaterThan(0.9);
    expect(Math.abs(late.densityGPerMl - bath.densityGPerMl)).toBeLessThan(0.001);
  });
  it('reads light with air in its cell, and never calms', () => {
    const shows = cellShows(dipped({ ...dryCell(20), bubble: true }, bath, 0), 60, makeRandom(2))!;
    expect(shows.stable).toBe(false);
    expect(shows.densityGPerMl).toBeLessThan(bath.densityGPerMl - 0.002);
  });
});

describe('the simulated air', () => {
  const inside = { tempC: 21.5, humidityPct: 51 };
  const air = usualAir(0, 21.5, 51);
  it('cools and turns damp with a window open, and comes back', () => {
    const open = laterAir(doneToAir(air, 'open window'), 600, inside);
    // 11 + 10.5 · e^−1 = 14.86
    expect(open.tempC).toBeCloseTo(14.86, 2);
    expect(open.humidityPct).toBeGreaterThan(65);
    expect(laterAir(doneToAir(open, 'close window'), 6000, inside).tempC).toBeCloseTo(21.5, 1);
  });
  it('vapour of a spill leaves, four times faster by the extraction', () => {
    const spilled = doneToAir(air, 'spill');
    expect(spilled.vapourPctLel).toBeCloseTo(24.2, 6);
    const byItself = laterAir(spilled, 120, inside).vapourPctLel - 0.2;
    const byAir = laterAir(doneToAir(spilled, 'air on'), 120, inside).vapourPctLel - 0.2;
    expect(byItself / 24).toBeCloseTo(Math.exp(-0.5), 6);
    expect(byAir / 24).toBeCloseTo(Math.exp(-2), 6);
  });
  it('is shown to a tenth of a degree, a percent, never below nothing', () => {
    const shows = climateShows(air, makeRandom(3));
    expect(Math.abs(shows.tempC - 21.5)).toBeLessThan(0.4);
    expect(Number.isInteger(shows.humidityPct)).toBe(true);
    for (let seed = 1; seed < 20; seed++)
      expect(vapourShows({ ...air, vapourPctLel: 0 }, makeRandom(seed))).toBeGreaterThanOrEqual(0);
  });
});

describe('a scale whose zero runs away', () => {
  it('moves by so much a second, and stands where it is when it is mended', () => {
    const noise = makeRandom(4);
    const bad = drifting(emptyScale(0), 0.03, 0);
    const after = shown(bad, 20, noise);
    expect(Math.abs(after.grams - 0.6)).toBeLessThan(0.03);
    const mended = drifting(after.state, 0, 20);
    expect(Math.abs(shown(mended, 200, noise).grams - 0.6)).toBeLessThan(0.03);
  });
});
