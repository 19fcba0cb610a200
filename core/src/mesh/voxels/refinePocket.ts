import { fillColumns, type Grid, SOLID } from './voxels.ts';

/** Each voxel is cut into so many along every side, fewer for hollows that would need more memory than this. */
const FINEST_CUT = 4;
const MOST_FINE_VOXELS = 6e6;

const POCKET = 1;
const WALL = 2;
const COUNTED = 3;

/**
 * The volume of a hollow by finer voxels: those of its own that are empty, and empty ones of the solid voxels about it that
 * touch them.
 * @param positions the mesh that the grid was made of, turned as it was
 * @param voxels of the hollow in the grid
 * @returns mm³
 */
export function refinedVolumeMm3(positions: Float32Array, grid: Grid, voxels: Int32Array): number {
  const { nx, ny, nz, voxelMm, origin, solid } = grid;
  const [low, high] = reachOf(grid, voxels);
  const size = low.map((from, axis) => high[axis]! - from + 1) as [number, number, number];
  const cells = size[0] * size[1] * size[2];
  const cut = Math.min(FINEST_CUT, Math.floor(Math.cbrt(MOST_FINE_VOXELS / cells)));
  if (cut < 2) return voxels.length * voxelMm ** 3;
  const coarse = new Uint8Array(cells);
  const place = (v: number) =>
    (v % nx) - low[0] + size[0] * ((Math.floor(v / nx) % ny) - low[1] + size[1] * (Math.floor(v / (nx * ny)) - low[2]));
  for (const v of voxels) coarse[place(v)] = POCKET;
  const layer = nx * ny;
  for (const v of voxels)
    for (const step of [-1, 1, -nx, nx, -layer, layer]) {
      const next = v + step;
      if (next >= 0 && next < layer * nz && solid[next] === SOLID && coarse[place(next)] === 0)
        coarse[place(next)] = WALL;
    }
  const fine = {
    nx: size[0] * cut,
    ny: size[1] * cut,
    nz: size[2] * cut,
    voxelMm: voxelMm / cut,
    origin: origin.map((value, axis) => value + low[axis]! * voxelMm) as [number, number, number],
    solid: new Uint8Array(cells * cut ** 3),
  };
  fillColumns(fine, positions);
  return countFine(fine, coarse, size, cut) * fine.voxelMm ** 3;
}

type Triple = [number, number, number];

/** The box about a hollow, one voxel wider on every side, within the grid. */
function reachOf({ nx, ny, nz }: Grid, voxels: Int32Array): readonly [Triple, Triple] {
  const low: Triple = [nx, ny, nz];
  const high: Triple = [0, 0, 0];
  for (const v of voxels) {
    const at = [v % nx, Math.floor(v / nx) % ny, Math.floor(v / (nx * ny))];
    for (let axis = 0; axis < 3; axis++) {
      low[axis] = Math.min(low[axis]!, at[axis]!);
      high[axis] = Math.max(high[axis]!, at[axis]!);
    }
  }
  const most = [nx - 1, ny - 1, nz - 1];
  return [
    low.map((value) => Math.max(0, value - 1)) as Triple,
    high.map((value, axis) => Math.min(most[axis]!, value + 1)) as Triple,
  ];
}

/** Empty fine voxels of the hollow, and of its walls where they touch those. */
function countFine(
  { nx, ny, nz, solid }: Omit<Grid, 'padding' | 'voxelMm' | 'origin'>,
  coarse: Uint8Array,
  size: Triple,
  cut: number,
): number {
  const kind = (i: number, j: number, k: number) =>
    coarse[Math.floor(i / cut) + size[0] * (Math.floor(j / cut) + size[1] * Math.floor(k / cut))]!;
  const stack: number[] = [];
  let count = 0;
  for (let k = 0, v = 0; k < nz; k++)
    for (let j = 0; j < ny; j++)
      for (let i = 0; i < nx; i++, v++) {
        if (solid[v] !== 0 || kind(i, j, k) !== POCKET) continue;
        solid[v] = COUNTED;
        stack.push(v);
        count++;
      }
  const layer = nx * ny;
  while (stack.length > 0) {
    const v = stack.pop()!;
    const [i, j, k] = [v % nx, Math.floor(v / nx) % ny, Math.floor(v / layer)];
    const visit = (di: number, dj: number, dk: number) => {
      const [x, y, z] = [i + di, j + dj, k + dk];
      if (x < 0 || y < 0 || z < 0 || x >= nx || y >= ny || z >= nz) return;
      const next = v + di + dj * nx + dk * layer;
      if (solid[next] !== 0 || kind(x, y, z) !== WALL) return;
      solid[next] = COUNTED;
      count++;
      stack.push(next);
    };
    visit(-1, 0, 0);
    visit(1, 0, 0);
    visit(0, -1, 0);
    visit(0, 1, 0);
    visit(0, 0, -1);
    visit(0, 0, 1);
  }
  return count;
}
