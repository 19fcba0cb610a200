import { describe, expect, it } from 'vitest';
import {
  box,
  boxOf,
  cup,
  findDrainPose,
  findPockets,
  hollowBall,
  joinSoups,
  type MeasureOptions,
  measureMesh,
  moved,
  normalOf,
  revolved,
  ring,
  type Soup,
  toBinaryStl,
  trappedMm3,
  wallOfTriangles,
} from '../index.ts';

const measured = (soup: Soup, options?: MeasureOptions) => {
  // fine enough for what is asked here; the pockets' own tests say their voxel
  const result = measureMesh(toBinaryStl(soup), { voxelMm: 0.8, ...options });
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.measures;
};
const share = (value: number, goal: number) => Math.abs(value / goal - 1);

/** A round block of radius R and height H with a hole of radius r from the top, d deep; d = H goes through. */
/** Volume within closed faces, by signed tetrahedra from the origin, and their box. */
const enclosedBy = (p: Float32Array) => {
  let signed = 0;
  for (let at = 0; at < p.length; at += 9) {
    const [x, y, z] = normalOf(p, at);
    signed += (p[at]! * x + p[at + 1]! * y + p[at + 2]! * z) / 6;
  }
  return { signed, box: boxOf(p) };
};
const drilled = (R: number, H: number, r: number, d: number, segments = 120): Soup =>
  d < H
    ? revolved(
        [
          [0, 0],
          [R, 0],
          [R, H],
          [r, H],
          [r, H - d],
          [0, H - d],
        ],
        segments,
      )
    : revolved(
        [
          [r, 0],
          [R, 0],
          [R, H],
          [r, H],
          [r, 0],
        ],
        segments,
      );
/** Area of a regular polygon inside a circle. */
const polygon = (r: number, n: number) => (n / 2) * r * r * Math.sin((2 * Math.PI) / n);

const quad = (a: number[], b: number[], c: number[], d: number[]) => [...a, ...b, ...c, ...a, ...c, ...d];
/** A block L × W × H with a slot w wide and d deep along its whole length. */
function slotted(L: number, W: number, H: number, w: number, d: number): Soup {
  const [a, b, f] = [(W - w) / 2, (W + w) / 2, H - d];
  const outline = [
    [0, 0],
    [W, 0],
    [W, H],
    [b, H],
    [b, f],
    [a, f],
    [a, H],
    [0, H],
  ] as const;
  const at = (x: number, i: number) => [x, ...outline[i]!];
  const numbers: number[] = [];
  outline.forEach((_, i) => {
    const j = (i + 1) % outline.length;
    numbers.push(...quad(at(0, i), at(L, i), at(L, j), at(0, j)));
  });
  // the U of both ends, cut at its inner corners
  for (const x of [0, L])
    for (const [i, j, k] of [
      [0, 5, 7],
      [5, 6, 7],
      [0, 1, 5],
      [1, 4, 5],
      [1, 2, 4],
      [2, 3, 4],
    ] as const)
      numbers.push(...at(x, i), ...(x === 0 ? [...at(x, k), ...at(x, j)] : [...at(x, j), ...at(x, k)]));
  return new Float32Array(numbers);
}
/** A block with a slot l × w, d deep, in the middle of its top. */
function sunk(L: number, W: number, H: number, l: number, w: number, d: number): Soup {
  const ring = (x: number, y: number, z: number) =>
    [
      [-x, -y],
      [x, -y],
      [x, y],
      [-x, y],
    ].map(([u, v]) => [u! / 2, v! / 2, z]);
  const [low, high, rim, floor] = [ring(L, W, 0), ring(L, W, H), ring(l, w, H), ring(l, w, H - d)];
  const band = (from: number[][], to: number[][]) =>
    [0, 1, 2, 3].flatMap((i) => quad(from[i]!, from[(i + 1) % 4]!, to[(i + 1) % 4]!, to[i]!));
  return new Float32Array([
    ...quad(low[3]!, low[2]!, low[1]!, low[0]!),
    ...band(low, high),
    ...band(high, rim),
    ...band(rim, floor),
    ...quad(floor[0]!, floor[1]!, floor[2]!, floor[3]!),
  ]);
}

/** A torus about z, in quads cut in two. */
function torus(R: number, r: number, around: number, across: number): Soup {
  const profile = Array.from({ length: across + 1 }, (_, i): [number, number] => {
    const a = (2 * Math.PI * (i % across)) / across;
    return [R + r * Math.cos(a), r * Math.sin(a)];
  });
  return revolved(profile, around);
}

describe('area and volume of known polygons, to 0.1 %', () => {
  const R = 20;
  const r = 6;
  it('torus', () => {
    const [n, m] = [96, 48];
    const t = measured(torus(R, r, n, m));
    // each profile edge sweeps n flat trapezia: volume by Pappus over the polygon's wedge, exactly (n/2) sin(2π/n) Σ r²-moments
    const wedge = (n / 2) * Math.sin((2 * Math.PI) / n);
    const exact = wedge * 2 * R * polygon(r, m);
    expect(share(t.volumeMm3!, exact)).toBeLessThan(0.001);
    expect(share(t.areaMm2, 4 * Math.PI ** 2 * R * r)).toBeLessThan(0.004);
    expect([t.watertight, t.shells, t.trappedMm3]).toEqual([true, 1, 0]);
  });
  it('blind hole', () => {
    const m = measured(drilled(10, 30, 3, 20));
    const n = 120;
    expect(share(m.volumeMm3!, polygon(10, n) * 30 - polygon(3, n) * 20)).toBeLessThan(0.001);
    const rim = (radius: number) => 2 * n * radius * Math.sin(Math.PI / n);
    expect(share(m.areaMm2, 2 * polygon(10, n) + rim(10) * 30 + rim(3) * 20)).toBeLessThan(0.001);
  });
});

describe('pockets, their mouths and necks', () => {
  it.each([
    [1.5, 0.5],
    [1.5, 0.3],
    [3, 0.5],
    [4, 0.45],
  ])('a ball with a %s mm hole is one pocket with one opening as wide (voxel %s)', (holeMm, voxelMm) => {
    const { pockets, trappedMm3: held } = findPockets(hollowBall(15, 13, holeMm), { voxelMm });
    expect(pockets).toHaveLength(1);
    expect(pockets[0]!.openings).toBe(1);
    expect(Math.abs(pockets[0]!.neckMm - holeMm)).toBeLessThan(0.7 * voxelMm);
    expect(share(pockets[0]!.volumeMm3, 9203)).toBeLessThan(0.02);
    expect(held).toBeGreaterThan(0);
  });
  it('a blind hole is a pocket in any pose, trapped only when its mouth is up', () => {
    const soup = drilled(4, 21, 1.25, 16);
    const volume = polygon(1.25, 120) * 16;
    for (const pose of [
      [0, 0, 1],
      [0, 0, -1],
      [1, 0, 0],
    ] as const) {
      const found = findPockets(soup, { pose, voxelMm: 0.16 });
      expect(found.pockets.map(({ openings }) => openings)).toEqual([1]);
      expect(share(found.pockets[0]!.volumeMm3, volume)).toBeLessThan(0.01);
      expect(Math.abs(found.pockets[0]!.neckMm - 2.5)).toBeLessThan(0.25);
      if (pose[2] > 0) expect(share(found.trappedMm3, volume)).toBeLessThan(0.02);
      else expect(found.trappedMm3).toBeLessThan(0.02 * volume);
      const at = found.pockets[0]!.atMm;
      expect(Math.hypot(at[0], at[1])).toBeLessThan(0.5);
      expect(at[2]).toBeGreaterThan(4);
    }
  });
  it.each([
    [0.8, 0.4],
    [1.25, 0.4],
    [2, 0.25],
    [3, 0.4],
  ])(
    'a blind hole of radius %s mm keeps its volume however it lies, even at few voxels (of %s mm)',
    (radius, voxelMm) => {
      const deep = 10 * radius;
      const soup = drilled(radius + 3, deep + 4, radius, deep);
      for (const pose of [
        [0, 0, -1],
        [1, 0, 0],
        [1, 0.3, -1],
      ] as const) {
        const { pockets } = findPockets(soup, { pose, voxelMm });
        expect(pockets).toHaveLength(1);
        expect(share(pockets[0]!.volumeMm3, polygon(radius, 120) * deep)).toBeLessThan(0.02);
      }
    },
  );
  it('its outside is drawn where it lies in the file, whatever the pose', () => {
    const soup = drilled(4, 21, 1.25, 16);
    for (const pose of [
      [0, 0, 1],
      [1, 0.3, -1],
    ] as const) {
      const { skin, pockets } = findPockets(soup, { pose, voxelMm: 0.25, drawn: true });
      const { signed, box: size } = enclosedBy(skin!);
      expect(share(signed, pockets[0]!.volumeMm3)).toBeLessThan(0.12);
      // 2.5 mm wide and 16 deep, within a voxel on either side
      expect(Math.abs(size.size[0]! - 2.5)).toBeLessThan(0.6);
      expect(Math.abs(size.min[2]! - 5)).toBeLessThan(0.4);
    }
    expect(findPockets(soup, { voxelMm: 0.25 }).skin).toBeUndefined();
  });
  it('a hole right through has two openings and holds nothing standing', () => {
    const { pockets, trappedMm3: held } = findPockets(drilled(10, 30, 2, 30), { voxelMm: 0.25 });
    expect(pockets.map(({ openings }) => openings)).toEqual([2]);
    expect(held).toBe(0);
  });
  it('a slot that runs out at its ends is not blind, one that is closed there is; its depth is that behind its mouth', () => {
    const [through] = measured(slotted(30, 14, 12, 2, 8), { voxelMm: 0.25 }).pockets ?? [];
    expect(through).toMatchObject({ openings: 1, blind: false });
    const [hole] = findPockets(drilled(10, 30, 2, 20), { voxelMm: 0.25 }).pockets;
    expect(hole).toMatchObject({ openings: 1, blind: true, depthMm: expect.closeTo(20, -0.5) });
    const [below] = findPockets(drilled(10, 30, 2, 20), { voxelMm: 0.25, pose: [0, 0, -1] }).pockets;
    expect(below).toMatchObject({ blind: true, depthMm: expect.closeTo(20, -0.5) });
    // a keyway, 14 long: straight by its neck it would be 45 mm deep
    const [keyway] = findPockets(sunk(20, 10, 12, 14, 2, 8), { voxelMm: 0.25 }).pockets;
    expect(keyway).toMatchObject({ blind: true, depthMm: expect.closeTo(8, 0) });
  });
  it('wide rings, corners and steps are no pockets', () => {
    expect(findPockets(ring(30, 24, 6), { voxelMm: 0.4 }).pockets).toEqual([]);
    expect(findPockets(joinSoups(box(30, 30, 4), moved(box(4, 30, 30), [-2, 0, 2])), { voxelMm: 0.4 }).pockets).toEqual(
      [],
    );
    expect(
      findPockets(
        revolved([
          [0, 0],
          [20, 0],
          [20, 5],
          [8, 5],
          [8, 25],
          [0, 25],
        ]),
        { voxelMm: 0.4 },
      ).pockets,
    ).toEqual([]);
  });
});

describe('the pose that drains', () => {
  it('turns a cup over, and leaves a block as it is drawn', () => {
    const soup = cup(10, 20, 2);
    const pose = measured(soup).drainPose!;
    expect(pose.trappedMm3).toBeLessThan(0.02 * polygon(8, 96) * 18);
    expect(pose.up[2]).toBeLessThan(0);
    expect(trappedMm3(soup, pose.up, 0.8)).toBeCloseTo(pose.trappedMm3, 6);
    expect(measured(box(10, 10, 10)).drainPose).toEqual({ up: [0, 0, 1], trappedMm3: 0 });
  });
  it('finds a slanted pose for two cups that face apart', () => {
    const up = cup(8, 14, 1.5);
    // the second faces +x: (x, y, z) → (z, y, −x), a turn about y that keeps the triangles outward
    const aside = up.slice();
    for (let i = 0; i < up.length; i += 3) {
      aside[i] = up[i + 2]! + 30;
      aside[i + 1] = up[i + 1]!;
      aside[i + 2] = -up[i]! + 8;
    }
    const both = joinSoups(up, aside);
    const asDrawn = { up: [0, 0, 1] as const, trappedMm3: trappedMm3(both, [0, 0, 1]) };
    const best = findDrainPose(both, asDrawn);
    expect(best.trappedMm3).toBeLessThan(0.1 * asDrawn.trappedMm3);
    expect(best.up[2]).toBeLessThan(0);
  });
});

describe('supports that came as shells', () => {
  const foot = (x: number, y: number, top: number) => moved(ring(1, 0.01, top + 0.3, 12), [x, y, 0]);
  const legs = [
    [5, 5],
    [25, 5],
    [5, 15],
    [25, 15],
  ] as const;
  const held = joinSoups(moved(box(30, 20, 10), [0, 0, 6]), ...legs.map(([x, y]) => foot(x, y, 6)));
  it('are told by shape: they stand on the plate, the part does not', () => {
    const { supports, shells, wall } = measured(held);
    expect(shells).toBe(5);
    expect(supports).toMatchObject({ by: 'shape', contacts: 4 });
    expect(supports!.shells).toHaveLength(4);
    const one = measured(foot(0, 0, 6)).areaMm2;
    expect(supports!.areaMm2 / (4 * one)).toBeCloseTo(1, 3);
    // walls are of the part alone, not of its feet
    expect(wall!.p5Mm).toBeGreaterThan(4);
  });
  it('are picked by the user, or taken away by picking none', () => {
    expect(measured(held, { supportShells: [1, 2] }).supports).toMatchObject({ by: 'user', contacts: 2 });
    expect(measured(held, { supportShells: [] }).supports).toBeUndefined();
  });
  it('are not guessed when the part stands on the plate itself', () => {
    expect(measured(joinSoups(box(30, 20, 10), moved(box(4, 4, 4), [40, 0, 0]))).supports).toBeUndefined();
  });
});

describe('shade of the picture', () => {
  it('gives the wall under every triangle', () => {
    const walls = wallOfTriangles(box(10, 20, 0.6))!;
    expect([...walls].map((wall) => Number(wall.toFixed(3))).sort((a, b) => a - b)).toEqual([
      0.6, 0.6, 0.6, 0.6, 10, 10, 10, 10, 20, 20, 20, 20,
    ]);
  });
});

describe('thin spots', () => {
  it('are found where the fins are, with their reach', () => {
    const finned = joinSoups(box(30, 20, 10), moved(box(0.7, 16, 14), [10, 2, 8]), moved(box(0.8, 16, 14), [20, 2, 8]));
    const { thinSpots } = measured(finned).wall!;
    expect(thinSpots).toHaveLength(2);
    for (const spot of thinSpots) {
      expect(spot.atMm[2]).toBeGreaterThan(8);
      expect(spot.wallMm).toBeGreaterThan(0.69);
      expect(spot.wallMm).toBeLessThan(0.81);
      expect(spot.spanMm).toBeGreaterThan(12);
      expect(spot.areaMm2 / (16 * 14)).toBeGreaterThan(0.8);
    }
    expect(measured(box(30, 20, 10)).wall!.thinSpots).toEqual([]);
  });
  it('look from either side: every triangle of a plate faces out', () => {
    const soup = box(10, 10, 0.5);
    const up = [...Array(soup.length / 9).keys()].filter((t) => normalOf(soup, t * 9)[2] > 0);
    expect(up).toHaveLength(2);
    expect(measured(soup).wall!.medianMm).toBeCloseTo(0.5, 5);
  });
});
