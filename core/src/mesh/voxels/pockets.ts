import type { Vec3 } from '../vectors.ts';
import { distanceTo } from './distance.ts';
import { ENCLOSED, held, TRAPPED } from './flood.ts';
import { capVoxels, facingOf, type Mouth, patchesOf } from './mouths.ts';
import { pocketSkin } from './pocketSkin.ts';
import { refinedVolumeMm3 } from './refinePocket.ts';
import { type Box, boxOf, cellsOf, type Grid, SOLID, turnUp, voxelise } from './voxels.ts';

/** A hollow that liquid must be coaxed out of: a blind hole, a channel, a cavity with a small mouth, a cup as it hangs. */
export type Pocket = {
  readonly volumeMm3: number;
  /** separate mouths to the outside */
  readonly openings: number;
  /** one mouth, and it does not reach the bottom: air cannot pass through */
  readonly blind?: boolean;
  /** how deep it is behind its mouths on the whole: volume over the mouths' area, mm */
  readonly depthMm?: number | undefined;
  /** diameter of the widest ball that passes from its widest place to the outside */
  readonly neckMm: number;
  /** a place in it, in the file's own axes */
  readonly atMm: Vec3;
};

/** Space that holds liquid. `trapped` depends on the pose; `enclosed` never reaches the outside at all. */
export type Pockets = {
  readonly voxelMm: number;
  readonly trappedMm3: number;
  readonly enclosedMm3: number;
  readonly pockets: readonly Pocket[];
};
export type DrawnPockets = Pockets & { readonly skin?: Float32Array | undefined };

export type PocketOptions = {
  /** direction that points up, default +z */
  readonly pose?: Vec3 | undefined;
  /** edge of a voxel; by default the padded box is cut into at most about 1.6 million, and never finer than 0.12 mm */
  readonly voxelMm?: number | undefined;
  /** also gives the outsides of the pockets, for a picture */
  readonly drawn?: boolean | undefined;
};

const AIMED_VOXELS = 7e5;
const MOST_PADDED = 1.6e6;
const FINEST_MM = 0.12;
const LEAST_CAVITY_VOXELS = 8;
const MOST_POCKETS = 50;
/** The ball that closes mouths: ten voxels, at most 5 mm. */
const BALL_VOXELS = 10;
const LARGEST_BALL_MM = 5;
/** A hollow shallower than this share of its mouth is a corner or a groove, not a pocket. */
const LEAST_DEPTH_SHARE = 0.6;
/** From this clearance on, voxels as they are give the volume well within a hundredth. */
const WIDE_VOXELS = 12;
/** A ball's centre lies up to this many voxels off the middle of a channel. */
const CENTRE_SLACK_VOXELS = 0.2;

/**
 * Trapped liquid by priority flood, enclosed cavities, and pockets: what a rolling ball from outside cannot touch.
 * @param positions a closed, outward mesh in mm
 * @throws RangeError when the voxel is so small that the grid would not fit in memory
 */
export function findPockets(positions: Float32Array, options: PocketOptions = {}): DrawnPockets {
  const up = options.pose ?? [0, 0, 1];
  const turned = turnUp(positions, up);
  const box = boxOf(turned);
  const voxelMm = options.voxelMm ?? chooseVoxelMm(box);
  const ball = ballVoxels(voxelMm);
  const grid = voxelise(turned, box, voxelMm, Math.ceil(ball) + 3);
  const kind = held(grid);
  const clearance = distanceTo(grid.solid, grid.nx, grid.ny, grid.nz);
  const reach = reachOf(grid, clearance, ball);
  const volume = voxelMm ** 3;
  const trapped = groups(grid, kind, TRAPPED).filter(({ length }) => length >= LEAST_CAVITY_VOXELS);
  const enclosed = groups(grid, kind, ENCLOSED).filter(({ length }) => length >= LEAST_CAVITY_VOXELS);
  const sum = (all: readonly Int32Array[]) => all.reduce((total, { length }) => total + length, 0) * volume;
  // in a pocket: trapped, or open but out of the ball's reach
  const pocket = new Uint8Array(kind.length);
  for (let v = 0; v < kind.length; v++)
    pocket[v] = kind[v] === TRAPPED || (kind[v] === 0 && reach[v] === 0 && grid.solid[v] !== SOLID) ? 1 : 0;
  const owner = new Uint16Array(kind.length);
  const width = new Float32Array(kind.length).fill(-1);
  const found = groups(grid, pocket, 1)
    .filter(({ length }) => length >= LEAST_CAVITY_VOXELS)
    .flatMap((voxels, index) => {
      const one = describe({ grid, clearance, kind, owner, width, turned, ball }, voxels, index + 1);
      return one ? [{ voxels, one }] : [];
    })
    .sort((a, b) => b.one.volumeMm3 - a.one.volumeMm3)
    .slice(0, MOST_POCKETS);
  const back = backFrom(up);
  return {
    voxelMm,
    trappedMm3: sum(trapped),
    enclosedMm3: sum(enclosed),
    pockets: found.map(({ one }) => ({ ...one, atMm: back(one.atMm) })),
    ...(options.drawn ? { skin: pocketSkin(grid, [...found.map(({ voxels }) => voxels), ...enclosed], back) } : {}),
  };
}

/** Trapped liquid alone, for one pose. @returns mm³ */
export function trappedMm3(positions: Float32Array, up: Vec3, voxelMm?: number): number {
  const turned = turnUp(positions, up);
  const box = boxOf(turned);
  const grid = voxelise(turned, box, voxelMm ?? chooseVoxelMm(box));
  const kind = held(grid);
  return (
    groups(grid, kind, TRAPPED).reduce((sum, { length }) => (length >= LEAST_CAVITY_VOXELS ? sum + length : sum), 0) *
    grid.voxelMm ** 3
  );
}

const ballVoxels = (voxelMm: number): number => Math.max(2.5, Math.min(BALL_VOXELS, LARGEST_BALL_MM / voxelMm));

function chooseVoxelMm(box: Box): number {
  const product = box.size.reduce((all, size) => all * Math.max(size, 0.01), 1);
  let voxelMm = Math.max(FINEST_MM, Math.cbrt(product / AIMED_VOXELS), Math.max(...box.size) / 400);
  const padded = () => cellsOf(box, voxelMm, Math.ceil(ballVoxels(voxelMm)) + 3).reduce((a, b) => a * b, 1);
  while (padded() > MOST_PADDED) voxelMm *= 1.1;
  return voxelMm;
}

/** 1 where a ball that comes from outside can touch. @source closing by a ball, Serra (1982) */
function reachOf(grid: Grid, clearance: Float32Array, ball: number): Uint8Array {
  const { nx, ny, nz } = grid;
  const centres = new Uint8Array(clearance.length);
  const stack = new Int32Array(clearance.length);
  const layer = nx * ny;
  const steps = [-1, 1, -nx, nx, -layer, layer];
  let top = 0;
  centres[0] = 1;
  stack[top++] = 0;
  while (top > 0) {
    const v = stack[--top]!;
    for (let s = 0; s < 6; s++) {
      const next = v + steps[s]!;
      // a step off one side lands on the rim of the other, which is open as well
      if (next < 0 || next >= centres.length || centres[next] !== 0 || clearance[next]! < ball) continue;
      centres[next] = 1;
      stack[top++] = next;
    }
  }
  const away = distanceTo(centres, nx, ny, nz);
  for (let v = 0; v < away.length; v++) centres[v] = away[v]! <= ball + 0.5 ? 1 : 0;
  return centres;
}

/** Connected groups of the voxels of one kind, by their faces. The rim of the grid must never belong. */
function groups(grid: Grid, kind: Uint8Array, wanted: number): Int32Array[] {
  const { nx, ny } = grid;
  const layer = nx * ny;
  const steps = [-1, 1, -nx, nx, -layer, layer];
  const left = kind.slice();
  const found: Int32Array[] = [];
  for (let start = left.indexOf(wanted); start >= 0; start = left.indexOf(wanted, start)) {
    // the group is its own queue
    const group = [start];
    left[start] = 0;
    for (let at = 0; at < group.length; at++) {
      const v = group[at]!;
      for (let s = 0; s < 6; s++) {
        const next = v + steps[s]!;
        if (left[next] !== wanted) continue;
        left[next] = 0;
        group.push(next);
      }
    }
    found.push(Int32Array.from(group));
  }
  return found;
}

type Measured = {
  readonly grid: Grid;
  readonly clearance: Float32Array;
  readonly kind: Uint8Array;
  /** number of the pocket that each voxel belongs to, filled as they are described */
  readonly owner: Uint16Array;
  /** clearance on the widest way out found so far, voxels */
  readonly width: Float32Array;
  /** the mesh as the grid holds it */
  readonly turned: Float32Array;
  /** radius of the ball that closes mouths, voxels */
  readonly ball: number;
};

function describe(measured: Measured, voxels: Int32Array, number: number): Pocket | undefined {
  const { grid, clearance, kind, owner, ball } = measured;
  const { nx, ny, voxelMm, origin, solid } = grid;
  const layer = nx * ny;
  for (const v of voxels) owner[v] = number;
  const mouth: Mouth = new Map();
  let faces = 0;
  let widest = voxels[0]!;
  let trapped = 0;
  const look = (v: number, step: number, axis: number) => {
    const next = v + step;
    if (solid[next] === SOLID || owner[next] === number) return;
    const facing = mouth.get(next) ?? { all: [0, 0, 0], bulging: [0, 0, 0] };
    facing.all[axis]! += Math.sign(step);
    // a brim is flat: only where the ball came in, it took a cap of the hollow with it
    if (kind[v] !== TRAPPED) facing.bulging[axis]! += Math.sign(step);
    mouth.set(next, facing);
    faces++;
  };
  for (const v of voxels) {
    if (clearance[v]! > clearance[widest]!) widest = v;
    if (kind[v] === TRAPPED) trapped++;
    [1, nx, layer].forEach((step, axis) => {
      look(v, -step, axis);
      look(v, step, axis);
    });
  }
  const mouths = patchesOf(mouth, nx, layer);
  const capsVoxels = mouths.reduce((sum, patch) => sum + capVoxels(mouth, patch, ball), 0);
  const neckMm = 2 * (widestWayOut(measured, mouth, widest) + CENTRE_SLACK_VOXELS) * voxelMm;
  const depthMm = (voxels.length / Math.max(1, faces)) * voxelMm;
  if (trapped < voxels.length / 2 && depthMm < LEAST_DEPTH_SHARE * neckMm) return undefined;
  const ownMm3 =
    clearance[widest]! < WIDE_VOXELS ? refinedVolumeMm3(measured.turned, grid, voxels) : voxels.length * voxelMm ** 3;
  const [i, j, k] = [widest % nx, Math.floor(widest / nx) % ny, Math.floor(widest / layer)];
  const volumeMm3 = ownMm3 + capsVoxels * voxelMm ** 3;
  const mouthMm2 = mouths.reduce((sum, patch) => sum + Math.hypot(...facingOf(mouth, patch, 'all')), 0) * voxelMm ** 2;
  return {
    volumeMm3,
    openings: mouths.length,
    blind: mouths.length === 1 && !reachesBottom(mouth, mouths[0]!, voxels, grid),
    depthMm: mouthMm2 > 0 ? volumeMm3 / mouthMm2 : undefined,
    neckMm,
    atMm: [origin[0] + (i + 0.5) * voxelMm, origin[1] + (j + 0.5) * voxelMm, origin[2] + (k + 0.5) * voxelMm],
  };
}

/** A mouth that comes this near to the bottom, as a share of the depth, is open at its sides as well. */
const OPEN_AT_ITS_ENDS = 0.85;

/** Whether one mouth goes all the way down, as that of a slot does that runs out at its ends. */
function reachesBottom(mouth: Mouth, patch: readonly number[], voxels: Int32Array, { nx, ny }: Grid): boolean {
  const out = facingOf(mouth, patch, 'all');
  const length = Math.hypot(...out);
  // it faces all ways alike: open all around
  if (length === 0) return true;
  const along = (v: number): number =>
    ((v % nx) * out[0]! + (Math.floor(v / nx) % ny) * out[1]! + Math.floor(v / (nx * ny)) * out[2]!) / length;
  const least = (all: Iterable<number>): number => {
    let low = Number.POSITIVE_INFINITY;
    for (const v of all) low = Math.min(low, along(v));
    return low;
  };
  const top = patch.reduce((high, v) => Math.max(high, along(v)), Number.NEGATIVE_INFINITY);
  return top - least(patch) > OPEN_AT_ITS_ENDS * (top - least(voxels));
}

/** The least clearance on the widest way from the mouths to a voxel. @returns voxels */
function widestWayOut({ grid, clearance, owner, width }: Measured, mouth: Mouth, goal: number): number {
  const { nx } = grid;
  const layer = nx * grid.ny;
  const number = owner[goal]!;
  const steps = [-1, 1, -nx, nx, -layer, layer];
  const buckets: number[][] = [];
  const offer = (v: number, wide: number) => {
    if (owner[v] !== number) return;
    const own = Math.min(wide, clearance[v]!);
    if (width[v]! >= own) return;
    width[v] = own;
    const bucket = Math.floor(own * 4);
    buckets[bucket] ??= [];
    buckets[bucket]!.push(v);
  };
  for (const v of mouth.keys()) for (const step of steps) offer(v + step, Number.POSITIVE_INFINITY);
  for (let bucket = buckets.length - 1; bucket >= 0; bucket--) {
    const list = buckets[bucket];
    while (list && list.length > 0) {
      const v = list.pop()!;
      if (v === goal) return width[v]!;
      for (const step of steps) offer(v + step, width[v]!);
    }
  }
  return Math.max(0, width[goal]!);
}

/** From the frame turned to `up` back to the file's. */
function backFrom(up: Vec3): (at: Vec3) => Vec3 {
  // rows of the turn are the columns of its inverse
  const [a, b, c] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ].map((axis) => turnUp(Float32Array.from(axis), up)) as [Float32Array, Float32Array, Float32Array];
  const dot = (row: Float32Array, [x, y, z]: Vec3) => row[0]! * x + row[1]! * y + row[2]! * z;
  return (at) => [dot(a, at), dot(b, at), dot(c, at)];
}
