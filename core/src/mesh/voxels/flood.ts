import type { Vec3 } from '../vectors.ts';
import { type Grid, SOLID } from './voxels.ts';

/** Height levels a voxel is cut into when the pose is not along +z. */
const FINE = 4;
const UNREACHED = 65_535;
export const TRAPPED = 1;
export const ENCLOSED = 2;

/**
 * Liquid that stays, by priority flood from the rim of the part's box inwards with heights along `up`: a voxel is trapped when
 * every way out climbs above it, enclosed when there is none.
 * @param up unit direction that points up, default +z
 * @returns for each voxel TRAPPED, ENCLOSED or 0; padding is 0
 * @source Barnes, Lehman & Mulla (2014), priority-flood
 */
export function held(grid: Grid, up: Vec3 = [0, 0, 1]): Uint8Array {
  const { nx, ny, nz, solid } = grid;
  const layer = nx * ny;
  const { x: hx, y: hy, z: hz, count, least } = heights(grid, up);
  const level = new Uint16Array(solid.length).fill(UNREACHED);
  const buckets: number[][] = Array.from({ length: count }, () => []);
  // from here the box is open on every side: beyond lies only padding
  const from = grid.padding - 1;
  const [iEnd, jEnd, kEnd] = [nx - 1 - from, ny - 1 - from, nz - 1 - from];
  for (let k = from; k <= kEnd; k++) {
    for (let j = from; j <= jEnd; j++) {
      const inside = k > from && k < kEnd && j > from && j < jEnd;
      for (let i = from; i <= iEnd; i += inside ? iEnd - from : 1) {
        const v = k * layer + j * nx + i;
        level[v] = hx[i]! + hy[j]! + hz[k]!;
        buckets[level[v]!]!.push(v);
      }
    }
  }
  for (let at = 0; at < buckets.length; at++) {
    const bucket = buckets[at]!;
    while (bucket.length > 0) {
      const v = bucket.pop()!;
      const k = (v / layer) | 0;
      const rest = v - k * layer;
      const j = (rest / nx) | 0;
      const i = rest - j * nx;
      for (let s = 0; s < 6; s++) {
        const a = i + STEP_X[s]!;
        const b = j + STEP_Y[s]!;
        const c = k + STEP_Z[s]!;
        if (a < from || a > iEnd || b < from || b > jEnd || c < from || c > kEnd) continue;
        const next = c * layer + b * nx + a;
        if (solid[next] === SOLID || level[next] !== UNREACHED) continue;
        const own = hx[a]! + hy[b]! + hz[c]!;
        level[next] = Math.max(own, at);
        buckets[level[next]!]!.push(next);
      }
    }
  }
  const kind = new Uint8Array(level.length);
  for (let k = from; k <= kEnd; k++) {
    for (let j = from; j <= jEnd; j++) {
      for (let i = from, v = k * layer + j * nx + from; i <= iEnd; i++, v++) {
        if (solid[v] === SOLID) continue;
        if (level[v] === UNREACHED) kind[v] = ENCLOSED;
        else if (level[v]! > hx[i]! + hy[j]! + hz[k]! + least) kind[v] = TRAPPED;
      }
    }
  }
  return kind;
}

const STEP_X = [-1, 1, 0, 0, 0, 0] as const;
const STEP_Y = [0, 0, -1, 1, 0, 0] as const;
const STEP_Z = [0, 0, 0, 0, -1, 1] as const;

/** A voxel's height is the sum of three, by its place along each side; never below 0. */
type Heights = {
  readonly x: Int32Array;
  readonly y: Int32Array;
  readonly z: Int32Array;
  readonly count: number;
  /** liquid must stand more than this above a voxel to be held there */
  readonly least: number;
};

function heights({ nx, ny, nz }: Grid, up: Vec3): Heights {
  const upright = up[2] > 1 - 1e-9;
  const scale = upright ? 1 : FINE;
  const along = (cells: number, share: number) => {
    const steps = Int32Array.from({ length: cells }, (_, i) => Math.round(share * i * scale));
    const lowest = Math.min(steps[0]!, steps[cells - 1]!);
    return steps.map((step) => step - lowest);
  };
  const [x, y, z] = [along(nx, up[0]), along(ny, up[1]), along(nz, up[2])];
  const most = [x, y, z].reduce((sum, steps) => sum + Math.max(steps[0]!, steps[steps.length - 1]!), 0);
  // along +z half a layer decides; slanted floors are stairs of a voxel, on which nothing stays
  return { x, y, z, count: most + 1, least: upright ? 0 : FINE + 1 };
}
