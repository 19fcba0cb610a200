import { describe, expect, it } from 'vitest';
import { washSoFar } from './index.ts';

const seen = (atS: number, stirring: boolean, tempC?: number, lidOpen = false) => ({
  atMs: atS * 1000,
  stirring,
  lidOpen,
  tempC,
});

describe('what a wash unit has told', () => {
  it('adds up the seconds that it stirred: each sample holds until the next', () => {
    const so = washSoFar('s3', [seen(0, true), seen(20, false), seen(50, true), seen(60, true)])!;
    expect(so).toEqual({ stepId: 's3', stirredS: 30, lastStirring: true, lidOpen: false, lastAtMs: 60_000 });
  });
  it('counts the time before its first word as it was found', () => {
    expect(washSoFar('s3', [seen(12, true), seen(20, true)], 2000)!.stirredS).toBe(18);
    expect(washSoFar('s3', [seen(12, false), seen(20, true)], 2000)!.stirredS).toBe(0);
  });
  it('weighs the bath’s temperature by time', () => {
    // 20 °C for 30 s, 26 °C for 10 s
    expect(washSoFar('s3', [seen(0, true, 20), seen(30, true, 26), seen(40, true, 30)])!.tempC).toBeCloseTo(21.5, 9);
  });
  it('says nothing before two samples', () => {
    expect(washSoFar('s3', [])).toBeUndefined();
    expect(washSoFar('s3', [seen(0, true)])).toBeUndefined();
  });
});
