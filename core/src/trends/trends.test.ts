import { describe, expect, it } from 'vitest';
import { tackByLoad, wilson90 } from './index.ts';

describe('a share out of a few', () => {
  it('lies where Wilson puts it', () => {
    // 2 of 10 at z = 1.6449: centre (0.2 + 2.7057/20)/1.27057 = 0.26388, half 1.6449·√(0.016 + 0.0067642)/1.27057 = 0.19533
    const [low, high] = wilson90(2, 10);
    expect(low).toBeCloseTo(0.0686, 3);
    expect(high).toBeCloseTo(0.4592, 3);
  });
  it('is unknown after nothing, and never outside what can be', () => {
    expect(wilson90(0, 0)).toEqual([0, 1]);
    expect(wilson90(0, 8)[0]).toBe(0);
    expect(wilson90(8, 8)[1]).toBe(1);
  });
});

describe('tack by load', () => {
  it('counts every batch once, in bins of one round width', () => {
    const washed = [0.1, 0.4, 0.6, 1.4, 3.9].map((loadPctW, i) => ({ loadPctW, tacky: i >= 3 }));
    const bins = tackByLoad(washed);
    expect(bins.map(({ fromPctW, batches, tacky }) => [fromPctW, batches, tacky])).toEqual([
      [0, 2, 0],
      [0.5, 1, 0],
      [1, 1, 1],
      [1.5, 0, 0],
      [2, 0, 0],
      [2.5, 0, 0],
      [3, 0, 0],
      [3.5, 1, 1],
    ]);
    expect(tackByLoad([])).toEqual([]);
  });
});
