import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { box, cup, flipped, joinSoups, moved, ring, type Soup, shadowTree, sphere, standIn } from '../mesh/index.ts';
import {
  extremesOver,
  type Led,
  type LightScene,
  lightFigures,
  lightMap,
  quantile,
  type Samples,
  sampleSurface,
} from './index.ts';

const led = (posMm: Led['posMm'], dir: Led['dir'], powerMW = 1000, m = 1): Led => ({ posMm, dir, powerMW, m });
const spot = (posMm: readonly number[], normal: readonly number[]): Samples => ({
  count: 1,
  at: Float32Array.from(posMm),
  normal: Float32Array.from(normal),
  areaMm2Each: 0,
});
const onFloor = (x: number) => spot([x, 0, 0], [0, 0, 1]);
const at = (scene: LightScene, samples: Samples) => lightMap(scene, samples)![0]!;
const plate = (x0: number, x1: number, z: number): Soup =>
  Float32Array.from([x0, -500, z, x1, -500, z, x1, 500, z, x0, -500, z, x1, 500, z, x0, 500, z]);

describe('light of one LED', () => {
  const above = [led([0, 0, 100], [0, 0, -1])];
  it('falls with the square of the distance and both cosines', () => {
    // 1000 mW · 2/2π / 100² mm² = 31.831 mW per 1000 mm² = 3.18310 mW/cm²; at r = 100: cos² 45° / 2 of that
    expect(at({ leds: above }, onFloor(0))).toBeCloseTo(3.1831, 4);
    expect(at({ leds: above }, onFloor(100))).toBeCloseTo(0.79577, 4);
  });
  it('adds up to its power inside a closed ball, wherever it stands', () => {
    const inside = sampleSurface(flipped(sphere(80, 96)), 6000);
    for (const source of [
      led([0, 0, 0], [0, 0, 1]),
      led([40, -20, 10], [1, 2, 0.5]),
      led([0, 50, -30], [0, 1, 0], 1000, 4),
    ]) {
      const map = lightMap({ leds: [source] }, inside)!;
      const mW = (map.reduce((sum, e) => sum + e, 0) * inside.areaMm2Each) / 100;
      expect(Math.abs(mW - 1000)).toBeLessThan(5);
    }
  });
  it('is dark exactly behind a plate', () => {
    const scene = { leds: [led([0, 0, 200], [0, 0, -1])], parts: shadowTree(plate(0, 100, 100)) };
    for (const x of [-150, -1, 201, 260]) expect(at(scene, onFloor(x)), `${x}`).toBeGreaterThan(0);
    for (const x of [1, 50, 120, 199]) expect(at(scene, onFloor(x)), `${x}`).toBe(0);
  });
  it('comes back from a mirror floor, both legs shadowed', () => {
    const scene = { leds: [led([100, 0, 60], [-1, 0, 0])], floor: { zMm: 0, reflectance: 0.9 } };
    const under = spot([0, 0, 30], [0, 0, -1]);
    const wall = (heightMm: number) => shadowTree(moved(box(0.1, 200, heightMm), [60, -100, 0.001]));
    expect(at(scene, under)).toBeCloseTo(0.78701, 3);
    expect(at({ ...scene, parts: wall(20) }, under)).toBeCloseTo(0.78701, 3);
    expect(at({ ...scene, parts: wall(30) }, under)).toBe(0);
  });
  it('passes a clear table as often as it meets it', () => {
    const scene = { leds: [led([0, 0, -50], [0, 0, 1])], table: { zMm: 0, radiusMm: 60, transmission: 0.8 } };
    const under = spot([0, 0, 20], [0, 0, -1]);
    expect(at(scene, under) / at({ leds: scene.leds }, under)).toBeCloseTo(0.8, 6);
    expect(at({ ...scene, table: { ...scene.table, radiusMm: 0.001 } }, spot([5, 0, 20], [0, 0, -1]))).toBeGreaterThan(
      0,
    );
  });
  it('is the same all round a turning table', () => {
    const leds = [led([100, 0, 50], [-1, 0, 0])];
    const around = [0, 1, 2, 3].map((k) => {
      const [x, y] = [Math.cos((2 * Math.PI * k) / 7), Math.sin((2 * Math.PI * k) / 7)];
      return at({ leds, angles: 7 }, spot([10 * x, 10 * y, 50], [x, y, 0]));
    });
    for (const value of around) expect(value / around[0]!).toBeCloseTo(1, 5);
  });
});

describe('light that walls send back', () => {
  it('fills a closed white room evenly by the balance of an integrating enclosure', () => {
    // no parts: ρ Φ / ((1 − ρ) A) = 0.8 · 1000 mW / (0.2 · 1000 cm²) = 4 mW/cm²
    const scene = { leds: [led([0, 0, 100], [0, 0, 1])], walls: { reflectance: 0.8, areaMm2: 100_000 } };
    expect(at(scene, onFloor(0))).toBeCloseTo(4, 5);
    const half = { ...scene, parts: shadowTree(plate(0, 500, 10)) };
    // half of the sky is taken by a plate close above
    expect(at(half, onFloor(0))).toBeCloseTo(2, 0);
  });
  it('falls with the medium', () => {
    const scene = { leds: [led([0, 0, 100], [0, 0, -1])] };
    expect(at({ ...scene, medium: 'water' }, onFloor(0)) / at(scene, onFloor(0))).toBeCloseTo(0.94, 6);
  });
});

const SHAPES: readonly (readonly [string, Soup])[] = [
  ['a cup', cup(24, 30, 2.2, 48)],
  ['a T of two bars', moved(joinSoups(box(60, 10, 40), moved(box(10, 60, 10), [25, -25, 40])), [-30, -5, 0])],
  ['a ring beside a block', joinSoups(ring(20, 12, 15, 48), moved(box(14, 14, 30), [26, -7, 0]))],
];
const columns = [0, 1, 2].flatMap((k) =>
  [50, 120].map((z) => {
    const [x, y] = [Math.cos((2 * Math.PI * k) / 3), Math.sin((2 * Math.PI * k) / 3)];
    return led([110 * x, 110 * y, z], [-x, -y, 0], 500);
  }),
);
describe('a light map of few rays', () => {
  it.each(SHAPES)(
    'agrees with a brute-force one on %s',
    (_, soup) => {
      const raised = moved(soup, [0, 0, 0.05]);
      const scene = {
        leds: columns,
        parts: shadowTree(raised),
        offsetMm: 0.005,
        floor: { zMm: -15, reflectance: 0.85 },
        table: { zMm: 0, radiusMm: 80, transmission: 0.9 },
        walls: { reflectance: 0.6, areaMm2: 180_000 },
      };
      const few = sampleSurface(raised, 3500);
      const ours = lightMap({ ...scene, angles: 10 }, few)!;
      const same = lightMap({ ...scene, angles: 64, opennessRays: 80, exact: true }, few)!;
      const mean = same.reduce((sum, e) => sum + e, 0) / same.length;
      const rms = Math.sqrt(same.reduce((sum, e, i) => sum + (e - ours[i]!) ** 2, 0) / same.length);
      expect(rms / mean).toBeLessThan(0.035);
      const brute = lightMap({ ...scene, angles: 64, opennessRays: 16, exact: true }, sampleSurface(raised, 9000))!;
      const [a, b] = [lightFigures(ours)!, lightFigures(brute)!];
      for (const figure of ['coldMWPerCm2', 'medianMWPerCm2', 'hotMWPerCm2'] as const)
        expect(Math.abs(a[figure] / b[figure] - 1), figure).toBeLessThan(0.015);
    },
    120_000,
  );
  it('shoots against a coarser stand-in with little loss', () => {
    const fine = moved(cup(24, 30, 2.2, 400), [0, 0, 0.05]);
    const coarse = standIn(fine);
    expect(coarse.positions.length).toBeLessThan(fine.length);
    const samples = sampleSurface(fine, 1500);
    const scene = { leds: columns, angles: 7, walls: { reflectance: 0.6, areaMm2: 180_000 } };
    const a = lightFigures(lightMap({ ...scene, parts: shadowTree(fine), offsetMm: 0.005 }, samples)!)!;
    const b = lightFigures(
      lightMap({ ...scene, parts: shadowTree(coarse.positions), offsetMm: coarse.cellMm / 4 }, samples)!,
    )!;
    expect(Math.abs(b.medianMWPerCm2 / a.medianMWPerCm2 - 1)).toBeLessThan(0.03);
  });
  it('stops when asked, and tells how far it is', () => {
    const samples = sampleSurface(box(10, 10, 10), 200);
    const shares: number[] = [];
    expect(
      lightMap({ leds: columns, angles: 7 }, samples, {
        isCancelled: () => shares.length > 2,
        onProgress: (s) => shares.push(s),
      }),
    ).toBeUndefined();
    expect(shares).toEqual([...shares].sort((p, q) => p - q));
  });
});

describe('figures of a map', () => {
  it('leaves what is never lit out of the coldest', () => {
    const values = Float32Array.from([...Array(20).fill(0.01), ...Array.from({ length: 80 }, (_, i) => 1 + i / 79)]);
    const figures = lightFigures(values)!;
    expect(figures.neverLitPct).toBeCloseTo(20, 6);
    expect(figures.coldMWPerCm2).toBeCloseTo(1 + 0.02, 2);
    expect(figures.hotMWPerCm2).toBeCloseTo(1.99, 2);
    expect(lightFigures(new Float32Array(5))).toBeUndefined();
  });
  it('scales with the light', () => {
    fc.assert(
      fc.property(fc.array(fc.float({ min: 1, max: 50, noNaN: true }), { minLength: 30 }), (list) => {
        const [one, three] = [
          lightFigures(Float32Array.from(list))!,
          lightFigures(Float32Array.from(list, (v) => 3 * v))!,
        ];
        expect(three.coldMWPerCm2 / one.coldMWPerCm2).toBeCloseTo(3, 4);
        expect(quantile(Float32Array.from(list).sort(), 0)).toBeLessThanOrEqual(one.coldMWPerCm2);
      }),
    );
  });
  it('takes over two poses the spot that gets least of both', () => {
    // three kinds of spot: side, top, underside; turned over, top and underside change places
    const pose = (side: number, top: number, under: number) =>
      Float32Array.from([...Array(60).fill(side), ...Array(20).fill(top), ...Array(20).fill(under)]);
    const one = extremesOver([{ seconds: 100, values: pose(8, 10, 1) }])!;
    expect([one.cold, one.hot]).toEqual([[1], [10]]);
    const both = extremesOver([
      { seconds: 100, values: pose(8, 10, 1) },
      { seconds: 100, values: pose(8, 1, 10) },
    ])!;
    expect([...both.cold].sort((a, b) => a - b)).toEqual([1, 10]);
    expect(both.hot).toEqual([8, 8]);
  });
});
