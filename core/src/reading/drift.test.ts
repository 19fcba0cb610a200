import { describe, expect, it } from 'vitest';
import { scaleDrift } from './index.ts';

describe('a scale whose zero runs away', () => {
  it('is seen by its slope, within a twentieth, through the noise of its last digit', () => {
    // the last digit is rounded; a draught moves it by a hundredth
    const draught = [0.004, -0.003, 0.001, -0.004, 0.002, 0.003, -0.001, 0, -0.002];
    const weights = Array.from({ length: 9 }, (_, i) => ({
      atMs: i * 1000,
      grams: Math.round((62.37 + 0.03 * i + draught[i]!) * 100) / 100,
    }));
    expect(Math.abs(scaleDrift(weights)! / 0.03 - 1)).toBeLessThan(0.05);
  });
  it.each([
    ['that stands still', [10, 10.01, 10, 9.99, 10, 10.01, 10, 10]],
    ['seen for too short', [10, 10.1, 10.2, 10.3]],
    ['that creeps harmlessly', Array.from({ length: 12 }, (_, i) => 10 + 0.002 * i)],
  ])('a scale %s is left alone', (_, grams) => {
    expect(scaleDrift(grams.map((g, i) => ({ atMs: i * 1000, grams: g })))).toBeUndefined();
  });
});
