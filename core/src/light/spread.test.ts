import { describe, expect, it } from 'vitest';
import { testLamp } from '../testing/index.ts';
import { mapKeyText } from './mapOf.ts';
import { spreadOn, spreadRounds } from './spread.ts';

const TABLE_MM = 90;
const up = [0, 0, 1] as const;
const far = (
  placed: ReturnType<typeof spreadOn>,
  radii: readonly number[],
): { readonly gapMm: number; readonly rimMm: number } => {
  const gaps = placed.flatMap((a, i) =>
    placed.slice(0, i).map((b) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) - radii[a.part]! - radii[b.part]!),
  );
  return {
    gapMm: Math.min(...gaps),
    rimMm: Math.max(...placed.map(({ xMm, yMm, part }) => Math.hypot(xMm, yMm) + radii[part]!)),
  };
};

describe('several kinds on one table', () => {
  const fins = { radiusMm: 12, count: 4, up };
  const lid = { radiusMm: 18, count: 1, up };
  const knob = { radiusMm: 6, count: 1, up: [0, 0, -1] } as const;

  it('all go in, clear of each other and of the rim, each its own way up', () => {
    const placed = spreadOn([fins, lid, knob], TABLE_MM, 6);
    expect(placed.map(({ part }) => part).sort()).toEqual([0, 0, 0, 0, 1, 2]);
    const { gapMm, rimMm } = far(placed, [12, 18, 6]);
    expect(gapMm).toBeGreaterThan(2);
    expect(rimMm).toBeLessThanOrEqual(TABLE_MM + 1e-9);
    expect(placed.find(({ part }) => part === 2)?.up).toEqual([0, 0, -1]);
  });
  it('a wide one among small ones costs only its own room', () => {
    // seven rounds of the lid's width do not go on the table; one lid and twelve knobs do
    const wide = { radiusMm: 40, count: 1, up };
    const placed = spreadOn([{ ...knob, count: 12 }, wide], TABLE_MM, 13);
    expect(placed).toHaveLength(13);
    const { gapMm, rimMm } = far(placed, [6, 40]);
    expect(gapMm).toBeGreaterThanOrEqual(2);
    expect(rimMm).toBeLessThanOrEqual(TABLE_MM + 1e-9);
  });
  it('a load of fewer shows one of each kind before any twice', () => {
    expect(
      spreadOn([fins, lid, knob], TABLE_MM, 4)
        .map(({ part }) => part)
        .sort(),
    ).toEqual([0, 0, 1, 2]);
  });
  it('are known again as the same map, however it is said that no rod is in them', () => {
    const placements = spreadOn([fins, lid], TABLE_MM, 5);
    const of = { partKeys: ['fin', 'lid'], placements, lamp: testLamp };
    const none = mapKeyText({ ...of, rods: [] });
    expect(mapKeyText({ ...of, rods: [undefined, undefined] })).toBe(none);
    expect(mapKeyText({ ...of, partKeys: ['fin', 'knob'], rods: [] })).not.toBe(none);
  });
  it('what finds no room stays out', () => {
    expect(spreadRounds([80, 30], TABLE_MM)).toEqual([{ xMm: 10, yMm: 0, radiusMm: 80 }, undefined]);
    expect(spreadRounds([100], TABLE_MM)).toEqual([undefined]);
    expect(spreadOn([], TABLE_MM, 0)).toEqual([]);
  });
});
