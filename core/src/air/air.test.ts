import { describe, expect, it } from 'vitest';
import { airAfter, flashPointC, hoursUntil, ppmOf, vapourInRoom } from './index.ts';

describe('vapour in a room', () => {
  it('is in ppm what the gas law says, and follows the box of one well-mixed room', () => {
    // 1 g in 30 m³ at 20 °C: (1/30)·8.314·293.15/(101325·60.1e-3)·1e3 = 13.34 ppm
    expect(ppmOf(1 / 30)).toBeCloseTo(13.34, 2);
    // 10 g/h, 30 m³, 0.5/h, 8 h: (10/15)(1 − e⁻⁴) = 0.6545 g/m³
    const { ppm, ppmSteady } = vapourInRoom({ roomM3: 30, airChangesPerH: 0.5 }, { sourcesGPerH: 10, hours: 8 });
    expect([Math.round(ppm), Math.round(ppmSteady)]).toEqual([262, 267]);
  });
  it('reaches a limit when it says so, or never', () => {
    const air = { roomM3: 20, airChangesPerH: 1 };
    const hours = hoursUntil(air, 30, 1)!;
    expect(airAfter(air, 30, hours)).toBeCloseTo(1, 9);
    expect(hoursUntil(air, 30, 2)).toBeUndefined();
    // without air each hour adds 1.5 g/m³
    expect(hoursUntil({ ...air, airChangesPerH: 0 }, 30, 1)).toBeCloseTo(2 / 3, 9);
    expect(hoursUntil(air, 30, 1, 1.2)).toBe(0);
  });
  it('says the worst: a litre spilled in a small room could burn', () => {
    const small = { roomM3: 15, airChangesPerH: 0.5 };
    // 785.4 g/15 m³ = 52.4 g/m³, 20,950 ppm: past the 20,000 at which it burns
    const spilled = vapourInRoom(small, { sourcesGPerH: 0, hours: 0, spillMl: 1000 });
    expect(spilled.spillBoundPpm!).toBeGreaterThan(20_000);
    expect(spilled.verdict).toBe('could burn');
    const verdict = (sourcesGPerH: number) => vapourInRoom(small, { sourcesGPerH, hours: 24 }).verdict;
    expect([1, 8.5, 20].map(verdict)).toEqual(['within limits', 'over the mean limit', 'over the short limit']);
  });
});

describe('flash point', () => {
  it.each([
    [100, 11.9],
    [90, 15.8],
    [70, 19.5],
    [50, 20.8],
    [30, 23.0],
  ])('%i %% by weight is lit at %d °C', (strength, tempC) => {
    expect(Math.abs(flashPointC(strength) - tempC)).toBeLessThan(0.15);
  });
});
