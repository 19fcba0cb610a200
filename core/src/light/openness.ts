import { blocker, boundsOf, type Watch } from '../mesh/index.ts';
import { tableShare } from './table.ts';
import { DEFAULT_OPENNESS_RAYS, type LightScene, type Samples } from './types.ts';

const REPORT_EVERY = 512;

/**
 * Cosine-weighted share of the half-space above each sample that is free of parts: rays at places spread over the disc and
 * turned a little further for every sample, lifted to the half-sphere.
 * @returns 0 to 1 for each sample
 * @source Malley's method; places by Vogel's spiral (1979)
 */
export function openness(scene: LightScene, { count, at, normal }: Samples, watch: Watch = {}): Float32Array {
  const { parts, table } = scene;
  const rays = scene.opennessRays ?? DEFAULT_OPENNESS_RAYS;
  const open = new Float32Array(count).fill(1);
  if ((!parts && !table) || count === 0) return open;
  const farMm = farAway(scene);
  const off = scene.offsetMm ?? 0;
  const disc = spiral(rays);
  let hint = -1;
  for (let i = 0, k = 0; i < count; i++, k += 3) {
    const nx = normal[k]!;
    const ny = normal[k + 1]!;
    const nz = normal[k + 2]!;
    // two directions across the normal; @source Duff et al. (2017)
    const sign = nz >= 0 ? 1 : -1;
    const a = -1 / (sign + nz);
    const b = nx * ny * a;
    const around = 2 * Math.PI * ((i * 0.618033988749895) % 1);
    const c = Math.cos(around);
    const s = Math.sin(around);
    const px = at[k]! + off * nx;
    const py = at[k + 1]! + off * ny;
    const pz = at[k + 2]! + off * nz;
    let free = 0;
    for (let r = 0; r < rays; r++) {
      const u = c * disc[3 * r]! - s * disc[3 * r + 1]!;
      const v = s * disc[3 * r]! + c * disc[3 * r + 1]!;
      const up = disc[3 * r + 2]!;
      const dx = farMm * (u * (1 + sign * nx * nx * a) + v * b + up * nx);
      const dy = farMm * (u * sign * b + v * (sign + ny * ny * a) + up * ny);
      const dz = farMm * (u * -sign * nx + v * -ny + up * nz);
      const hit = parts ? blocker(parts, px, py, pz, dx, dy, dz, hint) : -1;
      if (hit >= 0) hint = hit;
      else free += table ? tableShare(table, at[k]!, at[k + 1]!, at[k + 2]!, px + dx, py + dy, pz + dz) : 1;
    }
    open[i] = free / rays;
    if (i % REPORT_EVERY === 0) {
      if (watch.isCancelled?.()) return open;
      watch.onProgress?.(0.85 + (0.15 * i) / count);
    }
  }
  return open;
}

/** Places x, y evenly over a unit disc, and the height z above each on the unit half-sphere. */
function spiral(count: number): Float64Array {
  const places = new Float64Array(3 * count);
  for (let n = 0; n < count; n++) {
    const squared = (n + 0.5) / count;
    const around = n * Math.PI * (3 - Math.sqrt(5));
    places[3 * n] = Math.sqrt(squared) * Math.cos(around);
    places[3 * n + 1] = Math.sqrt(squared) * Math.sin(around);
    places[3 * n + 2] = Math.sqrt(1 - squared);
  }
  return places;
}

/** Longer than anything in the scene. */
function farAway({ parts, table, leds }: LightScene): number {
  const box = parts && parts.nodes > 0 ? boundsOf(parts) : undefined;
  const reach = Math.max(
    ...(box ? Array.from(box, Math.abs) : [0]),
    table ? table.radiusMm + Math.abs(table.zMm) : 0,
    ...leds.map(({ posMm }) => Math.hypot(...posMm)),
    1,
  );
  return 4 * reach;
}
