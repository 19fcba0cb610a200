import { InputError } from '../../units/index.ts';
import { normalOf, type Vec3 } from '../vectors.ts';

export type Box = { readonly size: readonly number[]; readonly min: readonly number[] };
/** Voxels in rows of x, then y, then z: index (k·ny + j)·nx + i. */
export type Grid = {
  readonly nx: number;
  readonly ny: number;
  readonly nz: number;
  readonly voxelMm: number;
  readonly origin: Vec3;
  /** empty voxels around the part's box on every side */
  readonly padding: number;
  /** SOLID or 0 */
  readonly solid: Uint8Array;
};
export const SOLID = 255;
const MOST_VOXELS = 12e6;

/** Rotates so that `up` points along +z. @throws RangeError for a direction of no length */
export function turnUp(positions: Float32Array, up: Vec3): Float32Array {
  const frame = frameOf(up);
  if (!frame) return positions;
  const [a, b, u] = frame;
  const out = new Float32Array(positions.length);
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    out[i] = a[0] * x + a[1] * y + a[2] * z;
    out[i + 1] = b[0] * x + b[1] * y + b[2] * z;
    out[i + 2] = u[0] * x + u[1] * y + u[2] * z;
  }
  return out;
}

/** A right-handed frame whose third axis is `up`; nothing when that is +z already. */
export function frameOf(up: Vec3): readonly [Vec3, Vec3, Vec3] | undefined {
  const length = Math.hypot(...up);
  if (!(length > 0)) throw new InputError('pose', 'pose: give a direction that is not zero.');
  const [ux, uy, uz] = up.map((value) => value / length) as [number, number, number];
  if (uz > 1 - 1e-9) return undefined;
  const helper = Math.abs(ux) < 0.9 ? [1, 0, 0] : [0, 1, 0];
  const dot = helper[0]! * ux + helper[1]! * uy;
  const raw = [helper[0]! - dot * ux, helper[1]! - dot * uy, -dot * uz];
  const norm = Math.hypot(...raw);
  const [ax, ay, az] = raw.map((value) => value / norm) as [number, number, number];
  return [
    [ax, ay, az],
    [uy * az - uz * ay, uz * ax - ux * az, ux * ay - uy * ax],
    [ux, uy, uz],
  ];
}

export function boxOf(p: Float32Array): Box {
  const min = [p[0]!, p[1]!, p[2]!];
  const max = [...min];
  for (let i = 0; i < p.length; i++) {
    const axis = i % 3;
    if (p[i]! < min[axis]!) min[axis] = p[i]!;
    if (p[i]! > max[axis]!) max[axis] = p[i]!;
  }
  return { min, size: max.map((value, axis) => value - min[axis]!) };
}

/**
 * Solid voxels of a closed, outward mesh, by counting signed crossings up each column.
 * @param padding empty voxels around the box, at least 1
 * @throws RangeError when the voxel is so small that the grid would not fit in memory
 */
export function voxelise(positions: Float32Array, box: Box, voxelMm: number, padding = 1): Grid {
  if (!(voxelMm > 0)) throw new InputError('voxelMm', 'voxelMm must be above 0.');
  const [nx, ny, nz] = cellsOf(box, voxelMm, padding);
  const total = nx * ny * nz;
  if (!(total <= MOST_VOXELS))
    throw new InputError('voxelMm', `voxelMm: ${voxelMm} mm would need ${total} voxels; the most is ${MOST_VOXELS}.`);
  // small odd offsets, unlike in x and y, keep column centres off the edges of round-numbered parts and their diagonals
  const shares = [0.0137, 0.0291, 0].map((share) => share + padding);
  const origin = shares.map((share, axis) => box.min[axis]! - voxelMm * share) as [number, number, number];
  const grid = { nx, ny, nz, voxelMm, origin, padding, solid: new Uint8Array(total) };
  fillColumns(grid, positions);
  return grid;
}

export const cellsOf = (box: Box, voxelMm: number, padding: number): [number, number, number] =>
  box.size.map((size) => Math.ceil(size / voxelMm) + 2 * padding) as [number, number, number];

/** Marks the solid voxels of a grid that may cover only a part of the mesh: what is crossed below it counts. */
export function fillColumns(grid: Omit<Grid, 'padding'>, p: Float32Array): void {
  const { nx, ny, nz, voxelMm: h, origin, solid } = grid;
  const winding = new Int8Array(solid.length);
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
