import { describe, expect, it } from 'vitest';
import { lightSoFar } from './index.ts';

const samples = (values: readonly number[], everyS = 5) =>
  values.map((mWPerCm2, i) => ({ atMs: i * everyS * 1000, mWPerCm2 }));

describe('light so far, by the lamp’s own sensor', () => {
  it('counts seconds of usual light', () => {
    // 60 s at 8 of a usual 10: 48 s
    expect(lightSoFar('s', samples(Array(13).fill(8)), 10)).toMatchObject({ litS: 48, lastShare: 0.8 });
  });
  it('a lamp that died half-way gave half', () => {
    const died = samples([10, 10, 10, 10, 10, 10, 10, 0, 0, 0, 0, 0, 0]);
    // 30 s lit, and half of the step in which it died
    expect(lightSoFar('s', died)!.litS).toBeCloseTo(32.5, 9);
    expect(lightSoFar('s', died)!.lastShare).toBe(0);
  });
  it('a minute without a word between two lit samples is no darkness', () => {
    const silent = [...samples([10, 10]), { atMs: 65_000, mWPerCm2: 10 }];
    expect(lightSoFar('s', silent)!.litS).toBeCloseTo(65, 9);
  });
  it('says nothing before it has seen light', () => {
    expect(lightSoFar('s', samples([9]))).toBeUndefined();
    expect(lightSoFar('s', samples([0, 0, 0]))).toBeUndefined();
  });
});
