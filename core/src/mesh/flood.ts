import { type Grid, SOLID, type Vec3 } from './voxels.ts';

/** Height levels a voxel is cut into when the pose is not along an axis. */
const FINE = 4;
export const UNREACHED = 65_535;

/** Liquid that stays: level[v] is the lowest height, in `perVoxel` parts of a voxel, that every way out of v must climb to. */
export type Flooded = {
  readonly level: Uint16Array;
  readonly own: (voxel: number) => number;
  readonly perVoxel: number;
};

/**
 * Priority flood from the grid's rim inwards with heights along `up`.
 * @param up unit direction that points up, default +z
 * @source Barnes, Lehman & Mulla (2014), priority-flood
 */
export function flood(grid: Grid, up: Vec3 = [0, 0, 1]): Flooded {
  const { nx, ny, nz, solid } = grid;
  const layer = nx * ny;
  const upright = up[2] > 1 - 1e-9;
  const perVoxel = upright ? 1 : FINE;
  const lowest = Math.min(0, up[0] * (nx - 1)) + Math.min(0, up[1] * (ny - 1)) + Math.min(0, up[2] * (nz - 1));
  const height = (i: number, j: number, k: number): number =>
    upright ? k : Math.round((up[0] * i + up[1] * j + up[2] * k - lowest) * FINE);
  const highest = Math.abs(up[0]) * nx + Math.abs(up[1]) * ny + Math.abs(up[2]) * nz;
  const level = new Uint16Array(solid.length).fill(UNREACHED);
  const buckets: number[][] = Array.from({ length: Math.ceil(highest * perVoxel) + 2 }, () => []);
  const visit = (v: number, at: number) => {
    if (solid[v] === SOLID || level[v] !== UNREACHED) return;
    level[v] = at;
    buckets[at]!.push(v);
  };
  // beyond the rim nothing stands in the way: every voxel is at its own level
  const rim = grid.padding - 1;
  const outside = (i: number, j: number, k: number): number =>
    Math.max(rim - i, rim - j, rim - k, i - (nx - 1 - rim), j - (ny - 1 - rim), k - (nz - 1 - rim));
  for (let k = 0, v = 0; k < nz; k++) {
    for (let j = 0; j < ny; j++) {
      for (let i = 0; i < nx; i++, v++) {
        const out = outside(i, j, k);
        if (out === 0) visit(v, height(i, j, k));
        else if (out > 0) level[v] = height(i, j, k);
      }
    }
  }
  for (let at = 0; at < buckets.length; at++) {
    const bucket = buckets[at]!;
    while (bucket.length > 0) {
      const v = bucket.pop()!;
      const k = Math.floor(v / layer);
      const i = v % nx;
      const j = Math.floor(v / nx) % ny;
      if (i > 0) visit(v - 1, Math.max(at, height(i - 1, j, k)));
      if (i < nx - 1) visit(v + 1, Math.max(at, height(i + 1, j, k)));
      if (j > 0) visit(v - nx, Math.max(at, height(i, j - 1, k)));
      if (j < ny - 1) visit(v + nx, Math.max(at, height(i, j + 1, k)));
      if (k > 0) visit(v - layer, Math.max(at, height(i, j, k - 1)));
      if (k < nz - 1) visit(v + layer, Math.max(at, height(i, j, k + 1)));
    }
  }
  const own = (v: number) => height(v % nx, Math.floor(v / nx) % ny, Math.floor(v / layer));
  return { level, own, perVoxel };
}

/** Voxels that hold liquid: 1 = trapped, 2 = enclosed, never reached from outside. */
export function held(grid: Grid, up?: Vec3): Uint8Array {
  const { level, own, perVoxel } = flood(grid, up);
  // along an axis half a layer decides; slanted floors are stairs of a voxel, on which nothing stays
  const least = perVoxel === 1 ? 0 : FINE + 0.5;
  const kind = new Uint8Array(level.length);
  for (let v = 0; v < kind.length; v++) {
    if (grid.solid[v] === SOLID) continue;
    if (level[v] === UNREACHED) kind[v] = 2;
    else if (level[v]! > own(v) + least) kind[v] = 1;
  }
  return kind;
}
