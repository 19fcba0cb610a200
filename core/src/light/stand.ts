import { normalOf } from '../mesh/index.ts';
import { footprint } from './place.ts';

/** Points this near the table touch it, mm. */
const TOUCH_MM = 0.3;
/** A part that tips at less than this falls over when the turntable starts or a hand knocks the box. An engineering guess. */
export const TIPS_BELOW_DEG = 10;

/**
 * How far a placed part can be tilted before it falls: atan(least way from under its centre of mass to the edge of what it
 * stands on / height of the centre of mass).
 * @param placed a closed mesh where it stands, lowest point on the table, mm
 * @returns degrees; 0 when it stands on points or overhangs its foot
 * @source statics of a body on a plane
 */
export function tipsAtDeg(placed: Float32Array): number {
  const [cx, cy, cz] = centreOfMass(placed);
  let lowest = Number.POSITIVE_INFINITY;
  for (let i = 2; i < placed.length; i += 3) if (placed[i]! < lowest) lowest = placed[i]!;
  const touching: number[] = [];
  for (let i = 0; i < placed.length; i += 3)
    if (placed[i + 2]! <= lowest + TOUCH_MM) touching.push(placed[i]!, placed[i + 1]!, 0);
  const foot = footprint(Float32Array.from(touching));
  if (foot.length < 3) return 0;
  const ways = foot.map(([x, y], i) => {
    const [nx, ny] = foot[(i + 1) % foot.length]!;
    const length = Math.hypot(nx - x, ny - y);
    // to the left of every edge of an anticlockwise outline is inside
    return length > 0 ? ((nx - x) * (cy - y) - (ny - y) * (cx - x)) / length : Number.POSITIVE_INFINITY;
  });
  const least = Math.min(...ways);
  return least <= 0 ? 0 : (Math.atan2(least, cz - lowest) * 180) / Math.PI;
}

/** Of a closed mesh of even density, by signed tetrahedra from the first corner. */
function centreOfMass(p: Float32Array): readonly [number, number, number] {
  const from = [p[0]!, p[1]!, p[2]!] as const;
  const sum = [0, 0, 0];
  let volume = 0;
  for (let at = 0; at < p.length; at += 9) {
    const [nx, ny, nz] = normalOf(p, at);
    const six = (p[at]! - from[0]) * nx + (p[at + 1]! - from[1]) * ny + (p[at + 2]! - from[2]) * nz;
    volume += six;
    for (let axis = 0; axis < 3; axis++)
      sum[axis]! += (six * (from[axis]! + p[at + axis]! + p[at + 3 + axis]! + p[at + 6 + axis]!)) / 4;
  }
  return [sum[0]! / volume, sum[1]! / volume, sum[2]! / volume];
}
