import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byHandWords, decideFirstLight, type Edges, edgesOf, expectedOf, overChance, passChance } from './index.ts';

const edges = (handleS: number, maxS: number, handleSd = 0.136, maxSd = 0.11): Edges => ({
  handleS,
  handleSd,
  maxS,
  maxSd,
});

describe('first light by decision', () => {
  it('edges are lognormal by their middles and 90 % ranges', () => {
    const window = { handleS: 400, maxS: 900, limitedBy: 'tack', maxBy: 'tint' } as const;
    const known = edgesOf(window, { handleS: [320, 500], maxS: [750, 1080] })!;
    // ln(500/320) / (2 · 1.645) = 0.1357
    expect(known.handleSd).toBeCloseTo(0.1357, 3);
    expect(passChance(known, 400)).toBeCloseTo(0.5, 6);
    expect(passChance(known, 500)).toBeCloseTo(0.95, 2);
    expect(overChance(known, 750)).toBeCloseTo(0.05, 2);
    expect(edgesOf({ ...window, handleS: undefined }, undefined)).toBeUndefined();
  });
  it('a wide window passes at the first look, nine times in ten and more', () => {
    const light = decideFirstLight(edges(400, 2400), { stepS: 30 })!;
    expect(light.passes).toBeGreaterThan(0.9);
    expect(light.looks).toBeLessThan(1.1);
    expect(light.firstS).toBeLessThan(1.4 * 400);
  });
  it('a narrow one starts lower, an untried one lower still', () => {
    const wide = decideFirstLight(edges(400, 2400), { stepS: 10 })!;
    const narrow = decideFirstLight(edges(400, 520), { stepS: 10 })!;
    const untried = decideFirstLight(edges(400, 520, 0.25, 0.25), { stepS: 10 })!;
    expect(narrow.firstS).toBeLessThan(wide.firstS);
    expect(untried.firstS).toBeLessThan(narrow.firstS);
    expect(overChance(edges(400, 520), narrow.firstS)).toBeLessThan(0.1);
  });
  it('counts looks and spoiled batches over all that may follow', () => {
    // passes at once for sure: one look, and as over as it is then
    const sure = expectedOf(edges(10, 400, 0.02), { firstS: 300, addS: 50, lastS: 400 });
    expect(sure.looks).toBeCloseTo(1, 6);
    expect(sure.over).toBeCloseTo(overChance(edges(10, 400, 0.02), 300), 6);
    // half are tacky at 400 and pass at 600: one and a half looks
    const half = expectedOf(edges(400, Number.POSITIVE_INFINITY, 0.05), { firstS: 400, addS: 200, lastS: 2000 });
    expect(half.looks).toBeCloseTo(1.5, 2);
  });
  it('is cut by hand where the window lies between two steps of the timer', () => {
    const light = decideFirstLight(edges(300, 345, 0.03, 0.04), { stepS: 120 })!;
    expect(light.firstS % 120).not.toBe(0);
    expect(light.firstS).toBeGreaterThan(300);
    expect(light.firstS).toBeLessThan(345);
    expect(byHandWords(light.firstS, 120)).toMatch(
      /^Set its timer to 6:00 and take the parts out by hand after 5:\d\d\.$/,
    );
    expect(byHandWords(360, 120)).toBeUndefined();
  });
  it('never passes the end of a window, and has no plan for a closed one', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 3000 }),
        fc.double({ min: 0.3, max: 8, noNaN: true }),
        fc.constantFrom(1, 10, 30, 120),
        (handleS, ratio, stepS) => {
          const light = decideFirstLight(edges(handleS, handleS * ratio), { stepS });
          if (ratio < 1) expect(light).toBeUndefined();
          if (light) expect(light.firstS).toBeLessThanOrEqual(handleS * ratio + 1e-9);
        },
      ),
    );
  });
  it('what a spoiled batch costs is the shop’s to say', () => {
    const dear = decideFirstLight(edges(400, 560), { stepS: 10 }, { lookS: 90, spoiledS: 40_000 })!;
    const cheap = decideFirstLight(edges(400, 560), { stepS: 10 }, { lookS: 90, spoiledS: 300 })!;
    expect(dear.firstS).toBeLessThan(cheap.firstS);
  });
});
