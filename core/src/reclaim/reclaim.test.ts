import { describe, expect, it } from 'vitest';
import { hardenFilterPasses } from './index.ts';

describe('harden and filter', () => {
  const { passes, best } = hardenFilterPasses(2000, 8);
  it('leaves 2.3, 0.875, 0.52 and 0.43 % after one to four passes of 8 %', () => {
    // 0.4 + 7.6·0.25ⁿ
    [2.3, 0.875, 0.51875, 0.4296875].forEach((pct, i) => expect(passes[i]!.loadPctW).toBeCloseTo(pct, 6));
  });
  it('gives back 0.83, 0.76, 0.72 and 0.68 of the liquid', () => {
    [0.83, 0.76, 0.72, 0.68].forEach((share, i) => expect(Math.abs(passes[i]!.yield - share)).toBeLessThan(0.005));
  });
  it('is worth most after two passes', () => expect(best).toBe(2));
  it('never makes liquid dirtier and never gives back less than nothing', () => {
    const tiny = hardenFilterPasses(60, 0.2);
    expect(tiny.passes.every((p) => p.loadPctW <= 0.2 && p.yield >= 0)).toBe(true);
  });
});
