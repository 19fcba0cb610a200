import { buildBvh, nearestHit } from './bvh.ts';
import type { Watch } from './parseStl.ts';

export type Wall = { readonly p5Mm: number; readonly medianMm: number };
const SAMPLES = 2500;

/**
 * Wall thickness: rays inward along the normal from area-systematic points, to the next surface.
 * @param inward 1 when normals point out of the material, −1 for an inside-out mesh
 * @returns 5th percentile and median, mm; undefined when no ray meets a far side
 */
export function wallThickness(
  positions: Float32Array,
  areaMm2: number,
  inward: 1 | -1,
  watch: Watch = {},
): Wall | undefined {
  const tree = buildBvh(positions);
  watch.onProgress?.(0.5);
  const stepMm2 = areaMm2 / SAMPLES;
  const hits: number[] = [];
  let dueMm2 = stepMm2 * 0.5;
  let count = 0;
  for (let at = 0; at < positions.length; at += 9) {
    const normal = normalOf(positions, at);
    const twice = Math.hypot(normal[0], normal[1], normal[2]);
    dueMm2 += twice / 2;
    const scale = -inward / twice;
    // a large triangle is met as often as its area asks, at places spread over it
    for (; dueMm2 >= stepMm2 && twice > 0; dueMm2 -= stepMm2) {
      const [x, y, z] = placeOnTriangle(positions, at, count++);
      const hit = nearestHit(tree, x, y, z, normal[0] * scale, normal[1] * scale, normal[2] * scale, 1e-4);
      if (Number.isFinite(hit)) hits.push(hit);
    }
    if (at % 90_000 === 0 && watch.isCancelled?.()) return undefined;
  }
  if (hits.length === 0) return undefined;
  hits.sort((a, b) => a - b);
  return { p5Mm: hits[Math.floor(hits.length * 0.05)]!, medianMm: hits[Math.floor(hits.length / 2)]! };
}

/** The n-th of a sequence of places spread evenly over a triangle. @source Roberts (2018), R2 low-discrepancy sequence, folded */
function placeOnTriangle(p: Float32Array, at: number, n: number): readonly [number, number, number] {
  let u = (0.5 + n * 0.754877666246693) % 1;
  let v = (0.5 + n * 0.569840290998053) % 1;
  if (u + v > 1) [u, v] = [1 - u, 1 - v];
  const along = (k: number) => p[at + k]! + u * (p[at + 3 + k]! - p[at + k]!) + v * (p[at + 6 + k]! - p[at + k]!);
  return [along(0), along(1), along(2)];
}

/** Cross product of two edges: along the outward normal, twice the area long. */
export function normalOf(p: Float32Array, at: number): readonly [number, number, number] {
  const ux = p[at + 3]! - p[at]!;
  const uy = p[at + 4]! - p[at + 1]!;
  const uz = p[at + 5]! - p[at + 2]!;
  const vx = p[at + 6]! - p[at]!;
  const vy = p[at + 7]! - p[at + 1]!;
  const vz = p[at + 8]! - p[at + 2]!;
  return [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
}
