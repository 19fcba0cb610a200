import { normalOf } from './wall.ts';

/** Space that holds liquid. `trapped` depends on the pose; `enclosed` never reaches the outside at all. */
export type Pockets = {
  readonly voxelMm: number;
  readonly trappedMm3: number;
  readonly enclosedMm3: number;
  readonly pockets: readonly { readonly volumeMm3: number }[];
};

export type PocketOptions = {
  /** direction that points up, default +z */
  readonly pose?: readonly [number, number, number];
  /** edge of a voxel; by default the box is cut into about a million, and never finer than 0.15 mm */
  readonly voxelMm?: number;
};

const AIMED_VOXELS = 1e6;
const MOST_VOXELS = 12e6;
const FINEST_MM = 0.15;
const LEAST_CAVITY_VOXELS = 8;
const SOLID = 255;

/**
 * Trapped liquid by priority flood over a voxel grid: a voxel is trapped when every way out climbs above it.
 * Voxels are filled by counting signed crossings up each column.
 * @param positions a closed, outward mesh in mm
 * @throws RangeError when the voxel is so small that the grid would not fit in memory
 * @source Barnes, Lehman & Mulla (2014), priority-flood
 */
export function findPockets(
  positions: Float32Array,
  boxMm: readonly number[],
  minMm: readonly number[],
  options: PocketOptions = {},
): Pockets {
  const turned = turnUp(positions, options.pose);
  const box = turned === positions ? { size: boxMm, min: minMm } : boxOf(turned);
  const voxelMm =
    options.voxelMm ??
    Math.max(
      FINEST_MM,
      Math.cbrt((box.size[0]! * box.size[1]! * box.size[2]!) / AIMED_VOXELS),
      Math.max(...box.size) / 400,
    );
  const grid = makeGrid(box, voxelMm);
  fillColumns(grid, turned);
  const level = flood(grid);
  const cells = grid.solid;
  // 1 = trapped, 2 = enclosed
  const kind = new Uint8Array(cells.length);
  const layer = grid.nx * grid.ny;
  for (let v = 0; v < cells.length; v++) {
    if (cells[v] === SOLID) continue;
    if (level[v] === UNREACHED) kind[v] = 2;
    else if (level[v]! > Math.floor(v / layer)) kind[v] = 1;
  }
  const volume = voxelMm ** 3;
  const trapped = components(grid, kind, 1).filter((size) => size >= LEAST_CAVITY_VOXELS);
  const enclosed = components(grid, kind, 2).filter((size) => size >= LEAST_CAVITY_VOXELS);
  const sum = (sizes: readonly number[]) => sizes.reduce((total, size) => total + size, 0) * volume;
  return {
    voxelMm,
    trappedMm3: sum(trapped),
    enclosedMm3: sum(enclosed),
    pockets: trapped
      .sort((a, b) => b - a)
      .slice(0, 50)
      .map((size) => ({ volumeMm3: size * volume })),
  };
}

type Box = { readonly size: readonly number[]; readonly min: readonly number[] };
type Grid = {
  readonly nx: number;
  readonly ny: number;
  readonly nz: number;
  readonly voxelMm: number;
  readonly origin: readonly [number, number, number];
  /** winding while filling, then SOLID or 0 */
  readonly solid: Uint8Array;
  readonly winding: Int8Array;
};

/** Rotates so that `pose` points along +z. */
function turnUp(positions: Float32Array, pose: readonly [number, number, number] = [0, 0, 1]): Float32Array {
  const length = Math.hypot(...pose);
  if (!(length > 0)) throw new RangeError('pose: give a direction that is not zero');
  const [ux, uy, uz] = pose.map((value) => value / length) as [number, number, number];
  if (uz > 1 - 1e-9) return positions;
  // any right-handed frame with u as its third axis
  const helper = Math.abs(ux) < 0.9 ? [1, 0, 0] : [0, 1, 0];
  const dot = helper[0]! * ux + helper[1]! * uy;
  const raw = [helper[0]! - dot * ux, helper[1]! - dot * uy, -dot * uz];
  const norm = Math.hypot(...raw);
  const [ax, ay, az] = raw.map((value) => value / norm) as [number, number, number];
  const [bx, by, bz] = [uy * az - uz * ay, uz * ax - ux * az, ux * ay - uy * ax];
  const out = new Float32Array(positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    out[i] = ax * x + ay * y + az * z;
    out[i + 1] = bx * x + by * y + bz * z;
    out[i + 2] = ux * x + uy * y + uz * z;
  }
  return out;
}

function boxOf(p: Float32Array): Box {
  const min = [p[0]!, p[1]!, p[2]!];
  const max = [...min];
  for (let i = 0; i < p.length; i++) {
    min[i % 3] = Math.min(min[i % 3]!, p[i]!);
    max[i % 3] = Math.max(max[i % 3]!, p[i]!);
  }
  return { min, size: max.map((value, axis) => value - min[axis]!) };
}

function makeGrid(box: Box, voxelMm: number): Grid {
  if (!(voxelMm > 0)) throw new RangeError('voxelMm: must be above 0');
  const [nx, ny, nz] = box.size.map((size) => Math.ceil(size / voxelMm) + 2) as [number, number, number];
  const total = nx * ny * nz;
  if (!(total <= MOST_VOXELS))
    throw new RangeError(`voxelMm: ${voxelMm} mm would need ${total} voxels; the most is ${MOST_VOXELS}`);
  // small odd offsets, unlike in x and y, keep column centres off the edges of round-numbered parts and their diagonals
  const origin = [1.0137, 1.0291, 1].map((share, axis) => box.min[axis]! - voxelMm * share) as [number, number, number];
  return { nx, ny, nz, voxelMm, origin, solid: new Uint8Array(total), winding: new Int8Array(total) };
}

function fillColumns(grid: Grid, p: Float32Array): void {
  const { nx, ny, nz, voxelMm: h, origin, winding, solid } = grid;
  for (let at = 0; at < p.length; at += 9) {
    const [nxv, nyv, nzv] = normalOf(p, at);
    if (nzv === 0) continue;
    const xs = [p[at]!, p[at + 3]!, p[at + 6]!] as const;
    const ys = [p[at + 1]!, p[at + 4]!, p[at + 7]!] as const;
    const i0 = Math.max(0, Math.ceil((Math.min(...xs) - origin[0]) / h - 0.5));
    const i1 = Math.min(nx - 1, Math.floor((Math.max(...xs) - origin[0]) / h - 0.5));
    const j0 = Math.max(0, Math.ceil((Math.min(...ys) - origin[1]) / h - 0.5));
    const j1 = Math.min(ny - 1, Math.floor((Math.max(...ys) - origin[1]) / h - 0.5));
    for (let j = j0; j <= j1; j++) {
      const y = origin[1] + (j + 0.5) * h;
      for (let i = i0; i <= i1; i++) {
        const x = origin[0] + (i + 0.5) * h;
        if (!insideTriangle(x, y, xs, ys)) continue;
        const z = p[at + 2]! - (nxv * (x - xs[0]) + nyv * (y - ys[0])) / nzv;
        const k = Math.max(0, Math.ceil((z - origin[2]) / h - 0.5));
        if (k < nz) winding[(k * ny + j) * nx + i]! += nzv < 0 ? 1 : -1;
      }
    }
  }
  const layer = nx * ny;
  for (let column = 0; column < layer; column++) {
    let count = 0;
    for (let v = column; v < solid.length; v += layer) {
      count += winding[v]!;
      solid[v] = count > 0 ? SOLID : 0;
    }
  }
}

/** Half-open edges: a point on a shared edge belongs to exactly one of its two triangles. */
function insideTriangle(x: number, y: number, xs: readonly number[], ys: readonly number[]): boolean {
  let inside = false;
  for (let a = 0, b = 2; a < 3; b = a++) {
    if (ys[a]! > y === ys[b]! > y) continue;
    // always from the lower end, so that both triangles at an edge compute the same crossing
    const [low, high] = ys[a]! < ys[b]! ? [a, b] : [b, a];
    if (x < ((xs[high]! - xs[low]!) * (y - ys[low]!)) / (ys[high]! - ys[low]!) + xs[low]!) inside = !inside;
  }
  return inside;
}

const UNREACHED = 65_535;

/** @returns for each voxel the lowest layer that every way out must climb to */
function flood(grid: Grid): Uint16Array {
  const { nx, ny, nz, solid } = grid;
  const layer = nx * ny;
  const level = new Uint16Array(solid.length).fill(UNREACHED);
  const buckets: number[][] = Array.from({ length: nz }, () => []);
  const visit = (v: number, z: number) => {
    if (solid[v] === SOLID || level[v] !== UNREACHED) return;
    level[v] = z;
    buckets[z]!.push(v);
  };
  for (let k = 0; k < nz; k++) {
    for (let j = 0; j < ny; j++) {
      const edge = k === 0 || k === nz - 1 || j === 0 || j === ny - 1;
      for (let i = 0; i < nx; i += edge ? 1 : nx - 1) visit((k * ny + j) * nx + i, k);
    }
  }
  for (let z = 0; z < nz; z++) {
    const bucket = buckets[z]!;
    while (bucket.length > 0) {
      const v = bucket.pop()!;
      const k = Math.floor(v / layer);
      const i = v % nx;
      const j = Math.floor(v / nx) % ny;
      if (i > 0) visit(v - 1, Math.max(z, k));
      if (i < nx - 1) visit(v + 1, Math.max(z, k));
      if (j > 0) visit(v - nx, Math.max(z, k));
      if (j < ny - 1) visit(v + nx, Math.max(z, k));
      if (k > 0) visit(v - layer, z);
      if (k < nz - 1) visit(v + layer, Math.max(z, k + 1));
    }
  }
  return level;
}

/** Sizes of the connected groups of one kind; clears them as it goes. */
function components(grid: Grid, kind: Uint8Array, wanted: number): number[] {
  const { nx, ny } = grid;
  const layer = nx * ny;
  const sizes: number[] = [];
  const stack: number[] = [];
  for (let start = 0; start < kind.length; start++) {
    if (kind[start] !== wanted) continue;
    let size = 0;
    kind[start] = 0;
    stack.push(start);
    while (stack.length > 0) {
      const v = stack.pop()!;
      size++;
      // kind is 0 on the padded rim, so no step leaves the grid sideways
      for (const next of [v - 1, v + 1, v - nx, v + nx, v - layer, v + layer]) {
        if (kind[next] === wanted) {
          kind[next] = 0;
          stack.push(next);
        }
      }
    }
    sizes.push(size);
  }
  return sizes;
}
