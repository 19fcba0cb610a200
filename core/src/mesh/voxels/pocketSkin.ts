import type { Vec3 } from '../vectors.ts';
import type { Grid } from './voxels.ts';

/** Larger skins would make the picture slow; hollows past this are left out of it. */
const MOST_FACES = 60_000;

/**
 * The outsides of hollows as faces of their voxels, for a picture.
 * @param hollows voxels of each, largest first
 * @param back turns a place of the grid into the file's own axes
 * @returns nine numbers a triangle, mm
 */
export function pocketSkin(grid: Grid, hollows: readonly Int32Array[], back: (at: Vec3) => Vec3): Float32Array {
  const { nx, ny, voxelMm, origin } = grid;
  const layer = nx * ny;
  const own = new Uint8Array(grid.solid.length);
  for (const voxels of hollows) for (const v of voxels) own[v] = 1;
  const steps = [1, nx, layer];
  const corners: number[] = [];
  for (const voxels of hollows) {
    const from = corners.length;
    for (const v of voxels) {
      const at = [v % nx, Math.floor(v / nx) % ny, Math.floor(v / layer)] as const;
      for (let axis = 0; axis < 3; axis++)
        for (const side of [0, 1])
          if (own[v + (2 * side - 1) * steps[axis]!] === 0) corners.push(...faceOf(at, axis, side));
    }
    if (corners.length > 18 * MOST_FACES) {
      corners.length = from;
      break;
    }
  }
  const out = new Float32Array(corners.length);
  for (let i = 0; i < corners.length; i += 3)
    out.set(back([0, 1, 2].map((axis) => origin[axis]! + corners[i + axis]! * voxelMm) as unknown as Vec3), i);
  return out;
}

/** Two triangles of one side of a voxel, in voxels. */
function faceOf(at: readonly [number, number, number], axis: number, side: number): number[] {
  const [u, v] = [(axis + 1) % 3, (axis + 2) % 3] as const;
  const corner = (du: number, dv: number): number[] => {
    const place = [...at];
    place[axis]! += side;
    place[u]! += du;
    place[v]! += dv;
    return place;
  };
  const [a, b, c, d] = [corner(0, 0), corner(1, 0), corner(1, 1), corner(0, 1)] as const;
  return side === 1 ? [...a, ...b, ...c, ...a, ...c, ...d] : [...a, ...c, ...b, ...a, ...d, ...c];
}
