import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distanceTo } from '../voxels/distance.ts';
import { cluster } from './cluster.ts';

describe('cluster', () => {
  it('joins what a look at every pair joins', () => {
    const point = fc.tuple(
      fc.integer({ min: 0, max: 30 }),
      fc.integer({ min: 0, max: 30 }),
      fc.integer({ min: 0, max: 6 }),
    );
    fc.assert(
      fc.property(fc.array(point, { maxLength: 60 }), fc.constantFrom(1.5, 2.5, 4.2), (points, near) => {
        const parent = points.map((_, i) => i);
        const root = (i: number): number => (parent[i] === i ? i : root(parent[i]!));
        points.forEach((p, i) => {
          points.forEach((q, j) => {
            if (Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) < near) parent[root(i)] = root(j);
          });
        });
        const groups = cluster(points, near);
        expect(groups.flat().sort((a, b) => a - b)).toEqual(points.map((_, i) => i));
        for (const group of groups) expect(new Set(group.map(root)).size).toBe(1);
        expect(groups).toHaveLength(new Set(points.map((_, i) => root(i))).size);
      }),
      { numRuns: 60 },
    );
  });
});

describe('distanceTo', () => {
  it('is the distance to the nearest mark, by looking at every mark', () => {
    const [nx, ny, nz] = [7, 5, 6];
    const marks = fc.array(fc.nat(nx * ny * nz - 1), { minLength: 1, maxLength: 8 });
    const placeOf = (v: number) => [v % nx, Math.floor(v / nx) % ny, Math.floor(v / nx / ny)] as const;
    fc.assert(
      fc.property(marks, (list) => {
        const marked = new Uint8Array(nx * ny * nz);
        for (const v of list) marked[v] = 1;
        const found = distanceTo(marked, nx, ny, nz);
        for (let v = 0; v < found.length; v++) {
          const [x, y, z] = placeOf(v);
          const nearest = Math.min(
            ...list.map((m) => Math.hypot(placeOf(m)[0] - x, placeOf(m)[1] - y, placeOf(m)[2] - z)),
          );
          expect(found[v]).toBeCloseTo(nearest, 4);
        }
      }),
      { numRuns: 40 },
    );
  });
});
