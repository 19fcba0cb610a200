import { describe, expect, it } from 'vitest';
import { testBatch, testBench, testCard } from '../testing/index.ts';
import { greenSheet, type HomeLight } from './index.ts';

const juneNoon = { latDeg: 50, lonDeg: 0, atMs: Date.UTC(2026, 5, 21, 9) };
const december = { ...juneNoon, atMs: Date.UTC(2026, 11, 21, 9) };
const sheetAt = (at: typeof juneNoon, over = {}) => greenSheet(testBatch(over), testBench, at);
const minutesIn = (light: HomeLight, at = juneNoon) => sheetAt(at).cures.find((cure) => cure.light === light)!.minutes;

describe('a sheet for green parts', () => {
  it('gives minutes as ranges for each light that people have', () => {
    for (const { light, minutes, addMin } of sheetAt(juneNoon).cures) {
      expect(minutes!.low, light).toBeLessThan(minutes!.mid);
      expect(minutes!.high ?? Number.POSITIVE_INFINITY, light).toBeGreaterThan(minutes!.mid);
      expect(addMin!, light).toBeLessThan(minutes!.mid);
    }
  });
  it('a lamp box takes minutes, a small lamp a multiple of it, a window longer than the open', () => {
    const box = minutesIn('lamp box')!.mid;
    expect(box).toBeGreaterThan(1);
    expect(box).toBeLessThan(15);
    expect(minutesIn('small lamp')!.mid).toBeGreaterThan(1.5 * box);
    expect(minutesIn('sill')!.mid).toBeGreaterThan(minutesIn('outdoors')!.mid);
  });
  it('takes the sun of its day: longer in December than in June', () => {
    const [june, winter] = [minutesIn('outdoors')!, minutesIn('outdoors', december)];
    expect(winter?.mid ?? Number.POSITIVE_INFINITY).toBeGreaterThan(1.5 * june.mid);
  });
  it('says whether supports are still on, and how warm water lets them go', () => {
    const sheet = sheetAt(juneNoon);
    expect(sheet.supportsOn).toBe(true);
    expect(sheet.dip.tempC).toBeGreaterThanOrEqual(35);
    expect(sheet.dip.seconds % 5).toBe(0);
    const trimmed = testBatch().steps.map((step) =>
      step.kind === 'trim' ? { ...step, state: 'done' as const } : step,
    );
    expect(sheetAt(juneNoon, { steps: trimmed }).supportsOn).toBe(false);
  });
  it('of a resin that cures apart from the air says so', () => {
    expect(sheetAt(juneNoon, { card: { ...testCard, cureMedium: 'water' } }).medium).toBe('water');
  });
});
