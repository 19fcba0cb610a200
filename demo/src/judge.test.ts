import { describe, expect, it } from 'vitest';
import { type Happening, halfYear } from './halfYear.ts';
import { judge } from './judge.ts';

const isReading = (h: Happening): h is Extract<Happening, { reading: unknown }> => 'reading' in h;

describe('the estimator against half-years it knows nothing about', () => {
  const verdict = judge([101, 102, 103, 104, 105, 106], 800);
  it('is within 0.6 % of the true load with one reading a week, one in ten plainly wrong', () => {
    expect(verdict.days).toBe(6 * 182);
    expect(verdict.rmsePctW).toBeLessThan(0.6);
    expect(verdict.bookRmsePctW).toBeGreaterThan(2 * verdict.rmsePctW);
    expect(verdict.countingRmsePctW).toBeGreaterThan(2 * verdict.rmsePctW);
  });
  it('covers the truth about nine times in ten', () => {
    expect(verdict.coveragePct).toBeGreaterThan(84);
    expect(verdict.coveragePct).toBeLessThan(98);
  });
  it('says batches left less than half as wrong as counting prints', () => {
    expect(verdict.batchesLeftError).toBeLessThan(0.5 * verdict.countingLeftError);
  });
});

describe('a half-year', () => {
  const told = halfYear(7);
  it('is in order, the same for the same seed, with a reading a week in both baths', () => {
    expect(told.every((happening, i) => i === 0 || happening.atMs >= told[i - 1]!.atMs)).toBe(true);
    expect(halfYear(7)).toEqual(told);
    const readings = told.filter(isReading);
    expect(readings).toHaveLength(26);
    expect(new Set(readings.map(({ reading }) => reading.bath))).toEqual(new Set(['first', 'clean']));
  });
});
