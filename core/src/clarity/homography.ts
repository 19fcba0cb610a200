import { solveLinear } from '../units/index.ts';

export type Point = readonly [x: number, y: number];
/** Row-major 3 × 3, last entry 1. */
export type Homography = readonly number[];

/**
 * The projective map that sends four points onto four others.
 * @returns undefined when three of the points lie on a line
 * @source direct linear transform
 */
export function homographyOf(from: readonly Point[], to: readonly Point[]): Homography | undefined {
  const rows = from.flatMap(([x, y], i) => {
    const [u, v] = to[i]!;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  const solved = solveLinear(rows);
  return solved && [...solved.map(([value]) => value!), 1];
}

export function project(h: Homography, [x, y]: Point): Point {
  const w = h[6]! * x + h[7]! * y + h[8]!;
  return [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
}
