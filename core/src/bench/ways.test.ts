import { describe, expect, it } from 'vitest';
import { closesAtMs, isZone, minuteOfDay } from './index.ts';

const NOON_UTC_MS = Date.UTC(2026, 5, 21, 12, 0, 30);
const H = 3_600_000;

describe('hours of a workshop', () => {
  it('are those of its zone: noon in Greenwich is 14:00 in Berlin and 21:00 in Tokyo, in June', () => {
    expect(minuteOfDay(NOON_UTC_MS, 'UTC')).toBe(12 * 60);
    expect(minuteOfDay(NOON_UTC_MS, 'Europe/Berlin')).toBe(14 * 60);
    expect(minuteOfDay(NOON_UTC_MS, 'Asia/Tokyo')).toBe(21 * 60);
  });
  it('end at closing, to the minute, also where a shift goes on past midnight', () => {
    const day = { zone: 'UTC', opensMin: 8 * 60, closesMin: 17 * 60 };
    expect(closesAtMs(NOON_UTC_MS, day)).toBe(Date.UTC(2026, 5, 21, 17));
    expect(closesAtMs(NOON_UTC_MS + 6 * H, day)).toBeUndefined();
    const night = { zone: 'UTC', opensMin: 22 * 60, closesMin: 6 * 60 };
    expect(closesAtMs(NOON_UTC_MS, night)).toBeUndefined();
    expect(closesAtMs(NOON_UTC_MS + 11 * H, night)).toBe(Date.UTC(2026, 5, 22, 6));
    expect(closesAtMs(NOON_UTC_MS, { zone: 'UTC' })).toBeUndefined();
  });
  it('a zone that nobody knows is none', () => {
    expect([isZone('Europe/Berlin'), isZone('Middle/Earth'), isZone('')]).toEqual([true, false, false]);
  });
});
