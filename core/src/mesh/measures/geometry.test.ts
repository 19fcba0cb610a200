import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  box,
  buildBvh,
  cup,
  findPockets,
  flipped,
  hollowBall,
  joinSoups,
  measureMesh,
  moved,
  nearestHit,
  orient,
  ring,
  type Soup,
  sphere,
  toAsciiStl,
  toBinaryStl,
  wallOfTriangles,
  wallThickness,
  weld,
} from '../index.ts';

const must = (holds: unknown, what: string) => {
  if (!holds) throw new Error(`broken: ${what}`);
};
const measures = (soup: Soup) => {
  const result = measureMesh(toBinaryStl(soup), { voxelMm: 2 });
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.measures;
};
const size = fc.double({ min: 3, max: 60, noNaN: true });

describe('scaling laws', () => {
  it('area grows with the square and volume with the cube of size, whatever the place', () => {
    fc.assert(
      fc.property(size, size, size, fc.double({ min: -200, max: 200, noNaN: true }), (x, y, z, shift) => {
        const m = measures(moved(box(x, y, z), [shift, -shift, shift / 2]));
        expect(m.areaMm2 / (2 * (x * y + y * z + z * x))).toBeCloseTo(1, 4);
        expect(m.volumeMm3! / (x * y * z)).toBeCloseTo(1, 3);
      }),
      { numRuns: 25, endOnFailure: true },
    );
  });
  it('two parts measure as their sum, with two shells', () => {
    fc.assert(
      fc.property(size, size, (a, b) => {
        const both = measures(joinSoups(box(a, a, a), moved(box(b, b, b), [200, 0, 0])));
        expect(both.shells).toBe(2);
        expect(both.volumeMm3! / (a ** 3 + b ** 3)).toBeCloseTo(1, 3);
      }),
      { numRuns: 12, endOnFailure: true },
    );
  });
  it('a polygonal sphere and ring come near the round ones from below', () => {
    const ball = measures(sphere(20, 128));
    expect(ball.volumeMm3! / ((4 / 3) * Math.PI * 8000)).toBeGreaterThan(0.998);
    expect(ball.volumeMm3! / ((4 / 3) * Math.PI * 8000)).toBeLessThan(1);
    const band = measures(ring(20, 15, 6, 128));
    expect(band.volumeMm3! / (Math.PI * (400 - 225) * 6)).toBeCloseTo(1, 2);
  });
});

describe('files carry shapes unchanged', () => {
  it('binary and text give the same measures', () => {
    for (const soup of [cup(12, 20, 1.5, 24), ring(9, 5, 3, 24), hollowBall(8, 6, 2, 32)]) {
      const fromText = measureMesh(new TextEncoder().encode(toAsciiStl(soup)), { voxelMm: 2 });
      const { format: a, ...text } = fromText.ok ? fromText.value.measures : (undefined as never);
      const { format: b, ...binary } = measures(soup);
      expect([a, b]).toEqual(['stl-ascii', 'stl-binary']);
      expect(text).toEqual(binary);
    }
  });
  it('survives carriage returns, capitals, tabs and a second solid', () => {
    const text = `${toAsciiStl(box(2, 3, 4))}${toAsciiStl(moved(box(2, 3, 4), [9, 0, 0]))}`
      .replaceAll('\n', '\r\n\t')
      .replaceAll('vertex', 'VERTEX');
    const result = measureMesh(new TextEncoder().encode(text));
    expect(result.ok && [result.value.measures.triangles, result.value.measures.shells]).toEqual([24, 2]);
  });
});

describe('welding and turning', () => {
  const oriented = (soup: Soup) => orient(soup, weld(soup));
  it('turns only the shell that is wrong, and leaves a cavity as it is', () => {
    const two = joinSoups(box(5, 5, 5), moved(flipped(box(5, 5, 5)), [20, 0, 0]));
    expect([...oriented(two).turn]).toEqual([...Array(12).fill(0), ...Array(12).fill(1)]);
    expect(oriented(hollowBall(9, 7)).insideOut).toBe(0);
    expect(oriented(flipped(hollowBall(9, 7))).insideOut).toBe(1);
  });
  it('joins equal corners only, and counts −0 as 0', () => {
    expect(weld(box(1, 1, 1)).vertices.length / 3).toBe(8);
    const minusZero = box(1, 1, 1).map((value) => (value === 0 ? -0 : value));
    expect(weld(joinSoups(box(1, 1, 1), minusZero)).vertices.length / 3).toBe(8);
  });
  it('finds one missing and one turned triangle', () => {
    const cube = box(5, 5, 5);
    expect(oriented(cube.slice(9))).toMatchObject({ openEdges: 3, turned: 0 });
    const turned = joinSoups(flipped(cube.slice(0, 9)), cube.slice(9));
    expect(oriented(turned)).toMatchObject({ openEdges: 0, turned: 1, insideOut: 0 });
    expect([...oriented(turned).turn]).toEqual([1, ...Array(11).fill(0)]);
    expect(oriented(flipped(cube))).toMatchObject({ openEdges: 0, turned: 0, insideOut: 1 });
  });
  it('ignores triangles that are only a line', () => {
    const line = new Float32Array([0, 0, 0, 1, 0, 0, 1, 0, 0]);
    expect(oriented(joinSoups(box(5, 5, 5), line))).toMatchObject({ openEdges: 0, shells: 1 });
  });
});

describe('rays', () => {
  it('through the tree meet what a look at every triangle meets', () => {
    const soup = joinSoups(hollowBall(10, 7, 3, 40), moved(box(4, 4, 4), [15, 0, 0]));
    const tree = buildBvh(soup);
    const each = Array.from({ length: soup.length / 9 }, (_, i) => buildBvh(soup.slice(i * 9, i * 9 + 9)));
    // in general position: a ray exactly through a vertex may slip between its triangles, and then either answer is right
    const off = (by: number) => fc.integer({ min: -20_000, max: 20_000 }).map((n) => n / 1000 + by);
    const place = fc.tuple(off(0.000137), off(0.000211), off(0.000359));
    const direction = fc.tuple(off(0.000291), off(0.000173), off(0.000433));
    fc.assert(
      fc.property(place, direction, (o, d) => {
        const length = Math.hypot(...d);
        if (length < 1e-3) return;
        const [dx, dy, dz] = d.map((value) => value / length) as [number, number, number];
        const brute = Math.min(...each.map((one) => nearestHit(one, ...o, dx, dy, dz, 1e-6)));
        const hit = nearestHit(tree, ...o, dx, dy, dz, 1e-6);
        must(hit === brute || Math.abs(hit - brute) < 1e-6, `nearest ${hit}, brute ${brute}`);
      }),
      { numRuns: 150, endOnFailure: true },
    );
  });
  it('measure the wall of a plate, a tube and a shell', () => {
    // 3200 of 3680 mm² are the two faces, though they are only 4 of 12 triangles
    // two blocks that overlap by a hair are one body: nothing is 0.1 mm thin
    const hair = joinSoups(box(20, 20, 20), moved(box(20, 20, 20), [19.9, 0, 0]));
    const pair = measureMesh(toBinaryStl(hair), { voxelMm: 2 });
    if (!pair.ok) throw new Error(pair.refusal.message);
    expect(pair.value.measures).toMatchObject({ shells: 2, wall: { medianMm: expect.closeTo(20, 1), thinSpots: [] } });
    expect([...wallOfTriangles(pair.value.positions, pair.value.shell)!].filter((mm) => mm < 19)).toEqual([]);
    // the wall of a hollow block still ends at its hollow
    const hollow = joinSoups(box(20, 20, 20), moved(flipped(box(19, 19, 19)), [0.5, 0.5, 0.5]));
    const shellOnly = measureMesh(toBinaryStl(hollow), { voxelMm: 2 });
    if (!shellOnly.ok) throw new Error(shellOnly.refusal.message);
    expect(shellOnly.value.measures.wall!.medianMm).toBeCloseTo(0.5, 2);
    const plate = wallThickness(box(40, 40, 3), 1)!;
    expect([plate.p5Mm, plate.medianMm]).toEqual([expect.closeTo(3, 4), expect.closeTo(3, 4)]);
    const tube = ring(20, 17.5, 40, 160);
    expect(wallThickness(tube, 1)!.medianMm).toBeCloseTo(2.5, 1);
    expect(measures(hollowBall(15, 13.8, 0, 120)).wall!.p5Mm).toBeCloseTo(1.2, 1);
  });
});

describe('pockets', () => {
  const at = (soup: Soup, pose: readonly [number, number, number], voxelMm: number) =>
    findPockets(soup, { pose, voxelMm });
  it('a cup tilted by 45° holds what geometry says', () => {
    // rim circle radius r, depth d ≥ 2r: liquid fills to the lower lip, π r² (d − r) when tilted by 45°
    const [r, wall, height] = [8, 1.5, 32];
    const held = at(cup(r + wall, height, wall), [1, 0, 1], 0.4).trappedMm3;
    expect(held / (Math.PI * r * r * (height - wall - r))).toBeGreaterThan(0.96);
    expect(held / (Math.PI * r * r * (height - wall - r))).toBeLessThan(1.04);
  });
  it('two cups are two pockets, largest first', () => {
    const { pockets } = at(joinSoups(cup(10, 20, 2), moved(cup(6, 12, 2), [40, 0, 0])), [0, 0, 1], 0.5);
    expect(pockets).toHaveLength(2);
    expect(pockets[0]!.volumeMm3).toBeGreaterThan(pockets[1]!.volumeMm3 * 4);
  });
  it('a plain block holds nothing in any pose', () => {
    for (const pose of [
      [0, 0, 1],
      [1, 0, 0],
      [0, -1, 0],
      [1, 1, 1],
    ] as const)
      expect(at(box(10, 20, 30), pose, 0.7)).toMatchObject({ trappedMm3: 0, enclosedMm3: 0, pockets: [] });
  });
  it('refuses a voxel that would not fit in memory, and a pose of no direction', () => {
    expect(() => at(box(100, 100, 100), [0, 0, 1], 0.1)).toThrow(/voxelMm/);
    expect(() => at(box(1, 1, 1), [0, 0, 0], 0.1)).toThrow(/pose/);
  });
});
