import { describe, expect, it } from 'vitest';
import { midnights, roundTicks } from './ticks.ts';

describe('axes', () => {
  it.each([
    [0, 11.3, 5, [0, 2.5, 5, 7.5, 10, 12.5]],
    [0, 0.83, 4, [0, 0.25, 0.5, 0.75, 1]],
    [70, 101, 4, [70, 80, 90, 100, 110]],
    [0, 1347, 5, [0, 500, 1000, 1500]],
  ])('from %s to %s in about %s steps stand at round numbers', (least, most, count, ticks) => {
    expect(roundTicks(least, most, count)).toEqual(ticks);
  });
  it('days stand at midnight, evenly apart', () => {
    const from = new Date(2026, 5, 1, 15, 20).getTime();
    const found = midnights(from, from + 20 * 86_400_000, 7).map((ms) => new Date(ms));
    expect(found.map((day) => day.getDate())).toEqual([2, 5, 8, 11, 14, 17, 20]);
    expect(found.every((day) => day.getHours() === 0 && day.getMinutes() === 0)).toBe(true);
  });
});
