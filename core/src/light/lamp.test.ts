import { describe, expect, it } from 'vitest';
import { box, cup } from '../mesh/index.ts';
import { testLamp } from '../testing/index.ts';
import {
  anglesOf,
  checkPlaces,
  crowded,
  describedMWPerCm2,
  footprint,
  lampDoubt,
  lampShare,
  ledsNow,
  ledsOfGroup,
  meterCheck,
  meterSpots,
  motionOf,
  movedBy,
  spreadPlaces,
  sunDoseJPerCm2,
  sunLight,
  sunMinutes,
  turnOf,
  validateLamp,
} from './index.ts';

describe('a lamp', () => {
  it('is laid out from what a ruler measures', () => {
    const leds = ledsNow(testLamp);
    expect(leds).toHaveLength(24);
    for (const { posMm, dir } of leds) {
      expect(Math.hypot(posMm[0], posMm[1])).toBeCloseTo(110, 6);
      expect(posMm[0] * dir[0] + posMm[1] * dir[1]).toBeCloseTo(-110, 6);
    }
    const down = ledsOfGroup({ shape: 'ring', count: 4, radiusMm: 50, zMm: 90, downDeg: 90, powerMW: 1 });
    expect(down.every(({ dir }) => Math.abs(dir[2] + 1) < 1e-9)).toBe(true);
    const panel = ledsOfGroup({
      shape: 'panel',
      rows: 2,
      columns: 3,
      sizeMm: [60, 20],
      centreMm: [0, 0, 80],
      facing: 'down',
      powerMW: 1,
    });
    expect(panel.map(({ posMm }) => posMm.join())).toContain('30,10,80');
  });
  it('fades with its hours from the last meter reading on', () => {
    expect(lampShare({ ...testLamp, hours: 1000, fadesPer1000h: 0.15 })).toBeCloseTo(0.85, 9);
    const metered = { scale: 0.94, hours: 400, spreadPct: 2 };
    expect(lampShare({ ...testLamp, hours: 400, metered })).toBeCloseTo(0.94, 9);
    expect(lampDoubt({ ...testLamp, hours: 400, metered })).toBeLessThan(0.06);
    expect(lampDoubt({ ...testLamp, metered: undefined })).toBeGreaterThan(0.3);
  });
  it('is averaged over turns that do not fall in with its columns', () => {
    // thinned, ten turns show each LED five times
    expect(anglesOf(testLamp)).toBe(10);
    const seven = {
      ...testLamp,
      groups: [
        { ...testLamp.groups[0]!, shape: 'columns' as const, columns: 7, each: 3, radiusMm: 100, fromMm: 0, toMm: 50 },
      ],
    };
    expect(anglesOf(seven)).toBe(10);
    expect(anglesOf({ ...seven, groups: [{ ...seven.groups[0]!, columns: 5 }] })).toBe(11);
    expect(anglesOf({ ...seven, groups: [{ ...seven.groups[0]!, columns: 1 }] })).toBe(23);
    expect(anglesOf({ ...testLamp, turntable: false })).toBe(1);
  });
  it('is refused field by field when it cannot be', () => {
    expect(validateLamp(testLamp)).toEqual([]);
    const breaches = validateLamp({ ...testLamp, wallReflectance: 1.2, timerStepS: 0, groups: [] });
    expect(breaches.map(({ path }) => path)).toEqual(['wallReflectance', 'timerStepS', 'number of LEDs']);
    expect(breaches[0]!.message).toBe('wallReflectance is 1.2; it must be between 0 and 0.98.');
  });
});

describe('a meter check', () => {
  it('finds one factor for all places', () => {
    const described = describedMWPerCm2(testLamp);
    expect(Math.min(...described)).toBeGreaterThan(0.5);
    const readings = meterSpots(testLamp).map(({ id }, i) => ({ spot: id, mWPerCm2: 0.94 * described[i]! }));
    const check = meterCheck(testLamp, readings);
    expect(check.scale).toBeCloseTo(0.94, 6);
    expect(check.spreadPct).toBeCloseTo(0, 4);
    const uneven = meterCheck(
      testLamp,
      readings.map((r, i) => ({ ...r, mWPerCm2: r.mWPerCm2 * (i === 0 ? 1.2 : 1) })),
    );
    expect(uneven.spreadPct).toBeGreaterThan(5);
    expect(() => meterCheck(testLamp, [{ spot: 'lid', mWPerCm2: 3 }])).toThrow('no place “lid”');
  });
  it('is a lamp of the meter’s own strength when it is scaled by it', () => {
    const readings = meterSpots(testLamp).map(({ id }, i) => ({
      spot: id,
      mWPerCm2: describedMWPerCm2(testLamp)[i]! * 1.3,
    }));
    const { scale, spreadPct } = meterCheck(testLamp, readings);
    const now = ledsNow({ ...testLamp, hours: 50, metered: { scale, spreadPct, hours: 50 } });
    expect(now[0]!.powerMW).toBeCloseTo(1.3 * ledsNow(testLamp)[0]!.powerMW, 6);
  });
});

describe('places on the table', () => {
  it('turn any direction upwards', () => {
    for (const up of [
      [0, 0, 1],
      [0, 0, -1],
      [1, 0, 0],
      [0.3, -0.5, 0.2],
    ] as const) {
      const rows = turnOf(up, 40);
      const length = Math.hypot(...up);
      expect(rows[2].reduce((sum, v, i) => sum + v * up[i]!, 0) / length).toBeCloseTo(1, 9);
      for (const row of rows) expect(Math.hypot(...row)).toBeCloseTo(1, 9);
    }
  });
  it('stand a part on the table, its middle where it was put', () => {
    const part = box(20, 10, 30);
    const placed = movedBy(part, motionOf(part, { part: 0, xMm: 7, yMm: -3, turnDeg: 90, up: [0, 0, -1] }));
    const zs = placed.filter((_, i) => i % 3 === 2);
    expect(Math.min(...zs)).toBeCloseTo(0.05, 4);
    const outline = footprint(placed);
    expect(outline).toHaveLength(4);
    expect(Math.max(...outline.map(([x]) => x)) - 7).toBeCloseTo(5, 4);
  });
  it('are refused off the table, too tall or in each other', () => {
    const part = box(20, 20, 90);
    const outlines = [0, 15, 75].map((xMm) =>
      footprint(movedBy(part, motionOf(part, { part: 0, xMm, yMm: 0, turnDeg: 0 }))),
    );
    const codes = checkPlaces(outlines, [90, 90, 90], { tableRadiusMm: 80, heightMm: 80 }).map(({ code }) => code);
    expect(codes.sort()).toEqual(['OFF_TABLE', 'OVERLAP', 'TOO_TALL', 'TOO_TALL', 'TOO_TALL']);
  });
  it('are spread as far apart as the table allows', () => {
    expect(spreadPlaces(1, 20, 80)).toEqual([[0, 0]]);
    for (const count of [2, 4, 7, 9]) {
      const places = spreadPlaces(count, 12, 80);
      expect(places).toHaveLength(count);
      for (const [i, a] of places.entries()) {
        expect(Math.hypot(...a)).toBeLessThanOrEqual(68.001);
        for (const b of places.slice(0, i)) expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeGreaterThan(26);
      }
    }
    expect(spreadPlaces(40, 12, 80).length).toBeLessThan(40);
    expect(crowded(spreadPlaces(7, 24, 80).map(([xMm, yMm]) => ({ xMm, yMm, radiusMm: 24 })))).toBe(true);
  });
  it('take a cup by its round outline', () => {
    const part = cup(20, 30, 2);
    const outline = footprint(movedBy(part, motionOf(part, { part: 0, xMm: 0, yMm: 0, turnDeg: 0 })));
    for (const [x, y] of outline) expect(Math.hypot(x, y)).toBeCloseTo(20, 1);
  });
});

describe('the sun', () => {
  it('stands where the almanac has it', () => {
    const noon = sunLight({ latDeg: 51.5, lonDeg: 0, atMs: Date.UTC(2026, 5, 21, 12) });
    expect(Math.abs(noon.elevationDeg - 61.93)).toBeLessThan(0.05);
  });
  it('gives about 2.6 overhead, 1.4 at 30° and 0.3 at 10°, less under cloud, nothing at night', () => {
    const march = (hours: number) =>
      sunLight({ latDeg: 0, lonDeg: 0, atMs: Date.UTC(2026, 2, 20, 12) + hours * 3_600_000 });
    const near = (deg: number) => {
      const all = Array.from({ length: 360 }, (_, i) => march(i / 60));
      return all.reduce((best, s) => (Math.abs(s.elevationDeg - deg) < Math.abs(best.elevationDeg - deg) ? s : best));
    };
    expect(Math.abs(near(89).mWPerCm2 - 2.6)).toBeLessThan(0.3);
    expect(Math.abs(near(30).mWPerCm2 - 1.4)).toBeLessThan(0.2);
    expect(Math.abs(near(10).mWPerCm2 - 0.3)).toBeLessThan(0.1);
    expect(march(11).mWPerCm2).toBe(0);
    const at = { latDeg: 51.5, lonDeg: 0, atMs: Date.UTC(2026, 5, 21, 12) };
    // 1 − 0.75 · 1^3.4 = 0.25
    expect(sunLight({ ...at, cloudShare: 1 }).mWPerCm2 / sunLight(at).mWPerCm2).toBeCloseTo(0.25, 9);
    expect(() => sunLight({ ...at, latDeg: 91 })).toThrow('latDeg');
  });
  it('says how long, or that it will not do today', () => {
    const at = { latDeg: 51.5, lonDeg: 0, atMs: Date.UTC(2026, 5, 21, 11) };
    const light = sunLight(at).mWPerCm2;
    const { minutes, range } = sunMinutes(at, 3);
    expect(sunDoseJPerCm2(at, at.atMs, at.atMs + minutes! * 60_000)).toBeCloseTo(3, 3);
    expect(minutes! / (3000 / light / 60)).toBeCloseTo(1, 1);
    expect(range[0]!).toBeLessThan(minutes!);
    expect(range[1]!).toBeGreaterThan(minutes!);
    expect(sunMinutes({ ...at, atMs: Date.UTC(2026, 11, 21, 15) }, 50).minutes).toBeUndefined();
  });
});
