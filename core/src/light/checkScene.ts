import { requireInRange } from '../units/index.ts';
import type { Led, Samples, Surroundings } from './types.ts';

const FAR_MM = 1e5;

/** @throws RangeError naming the first field that cannot be: powers, directions, shares, sizes */
export function checkScene(leds: readonly Led[], around: Surroundings): void {
  leds.forEach(({ posMm, dir, powerMW, m }, i) => {
    for (const value of posMm) requireInRange(`leds[${i}].posMm`, value, -FAR_MM, FAR_MM);
    requireInRange(`leds[${i}].dir`, Math.hypot(...dir), 1e-9);
    requireInRange(`leds[${i}].powerMW`, powerMW, 0, 1e7);
    requireInRange(`leds[${i}].m`, m, 0, 1000);
  });
  const { floor, table, walls } = around;
  if (floor) {
    requireInRange('floor.zMm', floor.zMm, -FAR_MM, FAR_MM);
    requireInRange('floor.reflectance', floor.reflectance, 0, 1);
  }
  if (table) {
    requireInRange('table.zMm', table.zMm, -FAR_MM, FAR_MM);
    requireInRange('table.radiusMm', table.radiusMm, 0, FAR_MM);
    requireInRange('table.transmission', table.transmission, 0, 1);
  }
  if (walls) {
    requireInRange('walls.reflectance', walls.reflectance, 0, 0.999);
    requireInRange('walls.areaMm2', walls.areaMm2, 1, 1e10);
    requireInRange('walls.portMm2', walls.portMm2 ?? 0, 0, 1e10);
  }
}

/** Single places as samples, their normals made of unit length. @throws RangeError for a normal of no length */
export function pointSamples(
  points: readonly { readonly posMm: readonly number[]; readonly normal: readonly number[] }[],
): Samples {
  const normals = points.flatMap(({ normal }, i) => {
    const length = requireInRange(`points[${i}].normal`, Math.hypot(...normal), 1e-9);
    return normal.map((value) => value / length);
  });
  return {
    count: points.length,
    at: Float32Array.from(points.flatMap(({ posMm }) => posMm)),
    normal: Float32Array.from(normals),
    areaMm2Each: 0,
  };
}
