export type Vec3 = readonly [number, number, number];

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

/** @param positions nine numbers a triangle, mm */
export function surfaceAreaMm2(positions: Float32Array): number {
  let twice = 0;
  for (let at = 0; at < positions.length; at += 9) twice += Math.hypot(...normalOf(positions, at));
  return twice / 2;
}
