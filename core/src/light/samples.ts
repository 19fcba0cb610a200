import { normalOf, placeOnTriangle } from '../mesh/index.ts';
import type { Samples } from './types.ts';

/**
 * Points spread over a surface, one for each equal share of its area, in the order of the triangles.
 * @param positions nine numbers a triangle, mm, facing outwards
 * @param wanted about how many
 * @source systematic sampling by area
 */
export function sampleSurface(positions: Float32Array, wanted: number): Samples {
  const triangles = positions.length / 9;
  const twice = new Float64Array(triangles);
  let areaMm2 = 0;
  for (let t = 0; t < triangles; t++) {
    twice[t] = Math.hypot(...normalOf(positions, t * 9));
    areaMm2 += twice[t]! / 2;
  }
  const stepMm2 = areaMm2 / Math.max(1, wanted);
  const at: number[] = [];
  const normal: number[] = [];
  let dueMm2 = stepMm2 / 2;
  for (let t = 0; t < triangles; t++) {
    if (!(twice[t]! > 0)) continue;
    dueMm2 += twice[t]! / 2;
    const n = normalOf(positions, t * 9);
    for (; dueMm2 >= stepMm2; dueMm2 -= stepMm2) {
      at.push(...placeOnTriangle(positions, t * 9, at.length / 3));
      normal.push(n[0] / twice[t]!, n[1] / twice[t]!, n[2] / twice[t]!);
    }
  }
  const count = at.length / 3;
  return {
    count,
    at: Float32Array.from(at),
    normal: Float32Array.from(normal),
    areaMm2Each: count > 0 ? areaMm2 / count : 0,
  };
}
