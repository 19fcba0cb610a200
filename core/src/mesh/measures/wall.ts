import { buildBvh } from '../rays/bvh.ts';
import { placeOnTriangle } from '../rays/placeOnTriangle.ts';
import { hollowShells, rayWall } from '../rays/rayWall.ts';
import type { Watch } from '../read/soup.ts';
import { cluster } from '../topology/cluster.ts';
import { normalOf, surfaceAreaMm2, type Vec3 } from '../vectors.ts';

export type Wall = { readonly p5Mm: number; readonly medianMm: number; readonly thinSpots: readonly ThinSpot[] };
/** A place where the part is thin: a fin, a pin, a lip. */
export type ThinSpot = {
  readonly atMm: Vec3;
  readonly wallMm: number;
  readonly areaMm2: number;
  /** its longest side, mm: how far it may reach out */
  readonly spanMm: number;
};
const SAMPLES = 2500;

/**
 * Wall thickness: rays inward along the normal from area-systematic points, to the far side; shells that overlap are one body.
 * @param inward 1 when normals point out of the material, −1 for an inside-out mesh
 * @param shell of each triangle of a closed mesh
 * @returns 5th percentile and median, mm, and where it is thin; undefined when no ray meets a far side
 */
export function wallThickness(
  positions: Float32Array,
  inward: 1 | -1,
  watch: Watch = {},
  shell?: Int32Array,
): Wall | undefined {
  const tree = buildBvh(positions);
  const body = { tree, positions, shell, hollow: shell && hollowShells(positions, shell) };
  watch.onProgress?.(0.5);
  const stepMm2 = surfaceAreaMm2(positions) / SAMPLES;
  const hits: number[] = [];
  const faced: Place[] = [];
  let dueMm2 = stepMm2 * 0.5;
  let count = 0;
  for (let at = 0; at < positions.length; at += 9) {
    const normal = normalOf(positions, at);
    const twice = Math.hypot(normal[0], normal[1], normal[2]);
    dueMm2 += twice / 2;
    const scale = -inward / twice;
    // a large triangle is met as often as its area asks, at places spread over it
    for (; dueMm2 >= stepMm2 && twice > 0; dueMm2 -= stepMm2) {
      const place = placeOnTriangle(positions, at, count++);
      const into: Vec3 = [normal[0] * scale, normal[1] * scale, normal[2] * scale];
      const hit = rayWall(body, place, into, shell?.[at / 9] ?? 0);
      if (!hit) continue;
      hits.push(hit.wallMm);
      const facing = -dot(hit.far, normal) / (Math.hypot(...hit.far) * twice);
      if (facing > FACING_COSINE) faced.push({ at: place, wallMm: hit.wallMm });
    }
    if (at % 90_000 === 0 && watch.isCancelled?.()) return undefined;
  }
  if (hits.length === 0) return undefined;
  const sorted = Float64Array.from(hits).sort();
  const medianMm = sorted[sorted.length >> 1]!;
  return {
    p5Mm: sorted[Math.floor(sorted.length * 0.05)]!,
    medianMm,
    thinSpots: thinSpots(faced, { medianMm, stepMm2 }),
  };
}

/** Thin anywhere below this; and below half of the part's usual wall, if that is thinner than 2.4 mm. */
const THIN_MM = 1;
const THIN_SHARE = 0.5;
const THIN_AT_MOST_MM = 1.2;
const MOST_SPOTS = 12;
/** Two faces within 45° of parallel make a wall; steeper ones are an edge. */
const FACING_COSINE = 0.7;
type Place = { readonly at: Vec3; readonly wallMm: number };
const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** one place alone may be a corner that a ray cut off */
const LEAST_PLACES = 2;

function thinSpots(places: readonly Place[], usual: { medianMm: number; stepMm2: number }): readonly ThinSpot[] {
  const limitMm = Math.max(THIN_MM, Math.min(THIN_AT_MOST_MM, THIN_SHARE * usual.medianMm));
  const thin = places.filter(({ wallMm }) => wallMm < limitMm);
  // places lie about this far apart
  const apartMm = 2.5 * Math.sqrt(usual.stepMm2);
  return cluster(
    thin.map(({ at }) => at),
    Math.max(apartMm, limitMm),
  )
    .filter((members) => members.length >= LEAST_PLACES)
    .map((members): ThinSpot => {
      const spots = members.map((i) => thin[i]!);
      const thinnest = spots.reduce((a, b) => (b.wallMm < a.wallMm ? b : a));
      const spans = [0, 1, 2].map((axis) => {
        const along = spots.map(({ at }) => at[axis]!);
        return Math.max(...along) - Math.min(...along);
      });
      return {
        atMm: thinnest.at,
        wallMm: thinnest.wallMm,
        areaMm2: (members.length * usual.stepMm2) / 2,
        spanMm: Math.max(...spans),
      };
    })
    .sort((a, b) => b.areaMm2 - a.areaMm2)
    .slice(0, MOST_SPOTS);
}
