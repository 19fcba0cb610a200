import { describe, expect, it } from 'vitest';
import { makeRandom } from '../maths/index.ts';
import { askedBefore, isOut, offShare, type SizeFound, shrinkageOf, sizesOfFile, usualToleranceMm } from './index.ts';

const size = (nominalMm: number, foundMm: number, side: SizeFound['side'] = 'outside'): SizeFound => ({
  name: `${side} ${nominalMm}`,
  side,
  nominalMm,
  foundMm,
  toleranceMm: 0.1,
});

describe('a size', () => {
  it('is out beyond its tolerance, on the line it is in', () => {
    expect(offShare(size(20, 20.05))).toBeCloseTo(0.5, 9);
    expect([20.1, 19.9, 20.11, 19.88].map((found) => isOut(size(20, found)))).toEqual([false, false, true, true]);
  });
  it('is asked by the file at first, and then as it was last asked', () => {
    expect(sizesOfFile({ boxMm: [40, 12.504, 80] }).map(({ name, nominalMm }) => [name, nominalMm])).toEqual([
      ['along X', 40],
      ['along Y', 12.5],
      ['along Z', 80],
    ]);
    expect([usualToleranceMm(10), usualToleranceMm(100)]).toEqual([0.1, 0.25]);
    const kept = (name: string, toleranceMm: number, atMs: number) => ({
      ...size(20, 20),
      name,
      toleranceMm,
      atMs,
      by: 'Ada B.',
    });
    expect(askedBefore([kept('bore', 0.05, 3), kept('length', 0.2, 2), kept('bore', 0.1, 1)])).toMatchObject([
      { name: 'length', toleranceMm: 0.2 },
      { name: 'bore', toleranceMm: 0.05 },
    ]);
  });
});

describe('what the preparer is told', () => {
  it('shrinkage and growth of faces are told apart by short and long sizes, outsides and holes', () => {
    // made by hand: 0.5 % shrinkage, faces 0.03 mm out
    const made = [10, 40, 80].flatMap((mm) => [
      size(mm, mm * 0.995 + 0.03),
      size(mm / 2, (mm / 2) * 0.995 - 0.03, 'inside'),
    ]);
    const told = shrinkageOf(made)!;
    expect(told.shrinkPct.mid).toBeCloseTo(0.5, 1);
    expect(told.growMm.mid).toBeCloseTo(0.03, 2);
    expect(told.scale).toBeCloseTo(1 / 0.995, 3);
    expect(told.toldApart).toBe(true);
  });
  it('one short size alone tells little, and says so; nothing tells nothing', () => {
    const told = shrinkageOf([size(10, 9.97)])!;
    expect(told.toldApart).toBe(false);
    expect(told.shrinkPct.high - told.shrinkPct.low).toBeGreaterThan(1);
    expect(shrinkageOf([])).toBeUndefined();
  });
  it('its ranges hold nine truths of ten', () => {
    const { normal } = makeRandom(7);
    const rounds = 400;
    let held = 0;
    for (let round = 0; round < rounds; round++) {
      const [shrink, grow] = [0.006 * normal(), 0.08 * normal()];
      const sizes = [8, 15, 30, 60, 90].flatMap((mm) =>
        (['outside', 'inside'] as const).map((side) =>
          size(mm, mm * (1 - shrink) + (side === 'outside' ? grow : -grow) + 0.02 * normal(), side),
        ),
      );
      const { shrinkPct } = shrinkageOf(sizes)!;
      if (shrinkPct.low <= 100 * shrink && 100 * shrink <= shrinkPct.high) held++;
    }
    // 0.9 ± 3 standard deviations of 400 tries
    expect(held / rounds).toBeGreaterThan(0.9 - 3 * Math.sqrt((0.9 * 0.1) / rounds));
    expect(held / rounds).toBeLessThan(1);
  });
});
