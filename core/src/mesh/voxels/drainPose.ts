import type { Vec3 } from '../vectors.ts';
import { held, TRAPPED } from './flood.ts';
import { trappedMm3 } from './pockets.ts';
import { boxOf, voxelise } from './voxels.ts';

export type DrainPose = { readonly up: Vec3; readonly trappedMm3: number };

const COARSE_VOXELS = 32_000;
const SPREAD_POSES = 20;
/** Of the coarse search this many are measured again. */
const FINALISTS = 2;
/** Poses within 60° are neighbours: the next ring of the spread. */
const NEAR_COSINE = 0.5;
/** Liquid below this share of what the part holds as drawn counts as drained. */
const DRAINED_SHARE = 0.02;

/** Six poses along the axes and twenty spread over the sphere. @source Fibonacci lattice, Vogel (1979) */
export const POSES: readonly Vec3[] = [
  [0, 0, 1],
  [0, 0, -1],
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  ...Array.from({ length: SPREAD_POSES }, (_, n): Vec3 => {
    const z = 1 - (2 * n + 1) / SPREAD_POSES;
    const around = n * Math.PI * (3 - Math.sqrt(5));
    const radius = Math.sqrt(1 - z * z);
    return [radius * Math.cos(around), radius * Math.sin(around), z];
  }),
];

/** 0 for poses along an axis: they are easiest to hang. */
const slant = (up: Vec3): number => (Math.max(...up.map(Math.abs)) > 0.999 ? 0 : 1);
const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/**
 * The pose that holds least liquid: all poses on a coarse grid, the best again on the fine one. Ties go to the pose nearest
 * to how the part is drawn.
 * @param as the pose asked for and what it traps
 */
export function findDrainPose(positions: Float32Array, as: DrainPose, voxelMm?: number): DrainPose {
  if (!(as.trappedMm3 > 0)) return as;
  const box = boxOf(positions);
  const product = box.size.reduce((all, size) => all * Math.max(size, 0.01), 1);
  const coarseMm = Math.max(voxelMm ?? 0, Math.cbrt(product / COARSE_VOXELS), Math.max(...box.size) / 160);
  const grid = voxelise(positions, box, coarseMm);
  const score = (up: Vec3): number => {
    const kind = held(grid, up);
    let count = 0;
    for (let v = 0; v < kind.length; v++) if (kind[v] === TRAPPED) count++;
    return count;
  };
  const length = Math.hypot(...as.up);
  const along = (up: Vec3) => dot(up, as.up) / length;
  const scored = POSES.map((up) => ({ up, held: score(up) }));
  // a pose that only just drains is no pose to hang a part in: its neighbours must drain as well
  const around = (up: Vec3) =>
    scored.reduce((sum, other) => (dot(up, other.up) > NEAR_COSINE ? sum + other.held : sum), 0);
  const ranked = scored
    .map((pose) => ({ ...pose, around: around(pose.up) }))
    .sort((a, b) => a.held - b.held || a.around - b.around || slant(a.up) - slant(b.up) || along(b.up) - along(a.up));
  let best = as;
  for (const { up } of ranked.slice(0, FINALISTS)) {
    const found = trappedMm3(positions, up, voxelMm);
    if (found < best.trappedMm3) best = { up, trappedMm3: found };
    if (best.trappedMm3 <= DRAINED_SHARE * as.trappedMm3) break;
  }
  return best;
}
