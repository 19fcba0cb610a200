import { normalOf } from '../vectors.ts';
import { buildBvh } from './bvh.ts';
import { hollowShells, rayWall } from './rayWall.ts';

/** More triangles than this are not shaded: the picture would wait for it. */
const MOST_SHADED = 150_000;

/**
 * Wall under the middle of every triangle, for the picture.
 * @param positions a mesh whose triangles face outwards
 * @param shell of each triangle of a closed mesh: shells that overlap are one body
 * @returns mm for each triangle, Infinity where nothing lies behind; undefined for very large meshes
 */
export function wallOfTriangles(positions: Float32Array, shell?: Int32Array): Float32Array | undefined {
  const triangles = positions.length / 9;
  if (triangles > MOST_SHADED) return undefined;
  const body = { tree: buildBvh(positions), positions, shell, hollow: shell && hollowShells(positions, shell) };
  const walls = new Float32Array(triangles);
  for (let t = 0; t < triangles; t++) {
    const at = t * 9;
    const [nx, ny, nz] = normalOf(positions, at);
    const length = Math.hypot(nx, ny, nz);
    const middle = (axis: number) =>
      (positions[at + axis]! + positions[at + 3 + axis]! + positions[at + 6 + axis]!) / 3;
    const hit =
      length > 0
        ? rayWall(body, [middle(0), middle(1), middle(2)], [-nx / length, -ny / length, -nz / length], shell?.[t] ?? 0)
        : undefined;
    walls[t] = hit?.wallMm ?? Number.POSITIVE_INFINITY;
  }
  return walls;
}
