import { distanceTo } from './distance.ts';
import { ENCLOSED, held, TRAPPED } from './flood.ts';
import type { Vec3 } from './vectors.ts';
import { type Box, boxOf, cellsOf, type Grid, SOLID, turnUp, voxelise } from './voxels.ts';

/** A hollow that liquid must be coaxed out of: a blind hole, a channel, a cavity with a small mouth, a cup as it hangs. */
export type Pocket = {
  readonly volumeMm3: number;
  /** separate mouths to the outside */
  readonly openings: number;
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

export type PocketOptions = {
  /** direction that points up, default +z */
  readonly pose?: Vec3;
  /** edge of a voxel; by default the padded box is cut into at most about 1.6 million, and never finer than 0.12 mm */
  readonly voxelMm?: number;
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
/** A ball's centre lies up to this many voxels off the middle of a channel. */
const CENTRE_SLACK_VOXELS = 0.2;

/**
 * Trapped liquid by priority flood, enclosed cavities, and pockets: what a rolling ball from outside cannot touch.
 * @param positions a closed, outward mesh in mm
 * @throws RangeError when the voxel is so small that the grid would not fit in memory
 */
export function findPockets(positions: Float32Array, options: PocketOptions = {}): Pockets {
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
  const pockets = groups(grid, pocket, 1)
    .filter(({ length }) => length >= LEAST_CAVITY_VOXELS)
    .map((voxels, index) => describe({ grid, clearance, kind, owner, width }, voxels, index + 1))
    .filter((pocket) => pocket !== undefined)
    .sort((a, b) => b.volumeMm3 - a.volumeMm3)
    .slice(0, MOST_POCKETS)
    .map((pocket) => ({ ...pocket, atMm: turnBack(pocket.atMm, up) }));
  return { voxelMm, trappedMm3: sum(trapped), enclosedMm3: sum(enclosed), pockets };
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
};

function describe(measured: Measured, voxels: Int32Array, number: number): Pocket | undefined {
  const { grid, clearance, kind, owner } = measured;
  const { nx, ny, voxelMm, origin, solid } = grid;
  const layer = nx * ny;
  for (const v of voxels) owner[v] = number;
  const mouth = new Set<number>();
  let faces = 0;
  let widest = voxels[0]!;
  let trapped = 0;
  const look = (next: number) => {
    if (solid[next] === SOLID || owner[next] === number) return;
    mouth.add(next);
    faces++;
  };
  for (const v of voxels) {
    if (clearance[v]! > clearance[widest]!) widest = v;
    if (kind[v] === 1) trapped++;
    look(v - 1);
    look(v + 1);
    look(v - nx);
    look(v + nx);
    look(v - layer);
    look(v + layer);
  }
  const neckMm = 2 * (widestWayOut(measured, mouth, widest) + CENTRE_SLACK_VOXELS) * voxelMm;
  const depthMm = (voxels.length / Math.max(1, faces)) * voxelMm;
  if (trapped < voxels.length / 2 && depthMm < LEAST_DEPTH_SHARE * neckMm) return undefined;
  const [i, j, k] = [widest % nx, Math.floor(widest / nx) % ny, Math.floor(widest / layer)];
  return {
    volumeMm3: voxels.length * voxelMm ** 3,
    openings: patches(mouth, nx, layer),
    neckMm,
    atMm: [origin[0] + (i + 0.5) * voxelMm, origin[1] + (j + 0.5) * voxelMm, origin[2] + (k + 0.5) * voxelMm],
  };
}

/** The least clearance on the widest way from the mouths to a voxel. @returns voxels */
function widestWayOut({ grid, clearance, owner, width }: Measured, mouth: ReadonlySet<number>, goal: number): number {
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
  for (const v of mouth) for (const step of steps) offer(v + step, Number.POSITIVE_INFINITY);
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

/** Separate patches of mouth voxels; touching at a corner is touching. */
function patches(mouth: Set<number>, nx: number, layer: number): number {
  const left = new Set(mouth);
  let count = 0;
  for (const start of mouth) {
    if (!left.delete(start)) continue;
    count++;
    const stack = [start];
    while (stack.length > 0) {
      const v = stack.pop()!;
      for (let dz = -layer; dz <= layer; dz += layer)
        for (let dy = -nx; dy <= nx; dy += nx)
          for (let dx = -1; dx <= 1; dx++) if (left.delete(v + dz + dy + dx)) stack.push(v + dz + dy + dx);
    }
  }
  return count;
}

/** From the turned frame back to the file's. */
function turnBack([x, y, z]: Vec3, up: Vec3): Vec3 {
  // rows of the turn are the columns of its inverse
  const basis = [
    turnUp(new Float32Array([1, 0, 0]), up),
    turnUp(new Float32Array([0, 1, 0]), up),
    turnUp(new Float32Array([0, 0, 1]), up),
  ];
  const dot = (row: Float32Array) => row[0]! * x + row[1]! * y + row[2]! * z;
  return [dot(basis[0]!), dot(basis[1]!), dot(basis[2]!)];
}
