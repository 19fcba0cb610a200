import { buildBvh, nearestHit, type Vec3 } from '../mesh/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { type Motion, motionOf, movedBy, type Placement } from './place.ts';
import type { Led } from './types.ts';

/** A rod of LEDs that is put into a hollow. */
export type Rod = { readonly totalMW: number; readonly lengthMm: number; readonly radiusMm: number };
/** A rod in place, in the part's own axes. */
export type InsideRod = Rod & { readonly middleMm: Vec3; readonly along: Vec3 };

const RINGS = 5;
const PER_RING = 4;
/** LEDs sit this far in from either end, share of the length. */
const END_SHARE = 0.08;
/** Room between the rod and the floor of the hollow, mm. */
const FLOOR_GAP_MM = 1;
/** Rays pass a little beside the middle, where round shapes join their triangles. */
const OFF_MM = [0.0137, 0.0291, 0.0083] as const;
const AXES: readonly Vec3[] = [
  [0, 0, 1],
  [1, 0, 0],
  [0, 1, 0],
];

/**
 * Where a rod goes in a hollow: along the axis of the drawing with the most free way through its widest place, in as far
 * as the floor allows.
 * @param positions the part, mm
 * @param atMm widest place of the hollow
 * @returns refused where the rod touches the wall all round, or would stand mostly outside
 */
export function fitRod(positions: Float32Array, atMm: Vec3, rod: Rod): Result<InsideRod, Refusal> {
  const tree = buildBvh(positions);
  const [x, y, z] = atMm.map((value, axis) => value + OFF_MM[axis]!) as [number, number, number];
  const free = (d: Vec3) => nearestHit(tree, x, y, z, ...d, 1e-4);
  const minus = ([x, y, z]: Vec3): Vec3 => [-x, -y, -z];
  const ways = AXES.map((along) => ({ along, up: free(along), down: free(minus(along)) }));
  const best = ways.reduce((a, b) => (b.up + b.down > a.up + a.down ? b : a));
  const sides = AXES.filter((axis) => axis !== best.along);
  const roomMm = Math.min(...sides.flatMap((axis) => [free(axis), free(minus(axis))]));
  if (roomMm <= rod.radiusMm)
    return refuse({
      code: 'ROD_TOO_THICK',
      message: `The hollow is ${(2 * roomMm).toFixed(1)} mm wide; the rod is ${2 * rod.radiusMm} mm thick.`,
      remedy: 'Take a thinner rod, or plan for the outer faces.',
    });
  const half = rod.lengthMm / 2;
  const { along, up, down } = best;
  // both ends closed: as long as there is room for; one end open: from its floor outwards; both open: in the middle
  const lengthMm = Math.min(rod.lengthMm, up + down - 2 * FLOOR_GAP_MM);
  if (!(lengthMm > 0))
    return refuse({
      code: 'ROD_TOO_LONG',
      message: 'There is no way in for a rod along any axis of the drawing.',
      remedy: 'Plan for the outer faces.',
    });
  const shift = Number.isFinite(down)
    ? Math.max(0, half - (down - FLOOR_GAP_MM))
    : Number.isFinite(up)
      ? -Math.max(0, half - (up - FLOOR_GAP_MM))
      : 0;
  const middleMm = atMm.map((value, axis) => value + shift * along[axis]!) as unknown as Vec3;
  return ok({ ...rod, lengthMm, middleMm, along });
}

/** The rod's LEDs, shining outwards, where the part stands. They turn with it. */
export function rodLeds({ totalMW, lengthMm, radiusMm, middleMm, along }: InsideRod, motion: Motion): readonly Led[] {
  const [a, b] = AXES.filter((axis) => axis.some((value, i) => value !== Math.abs(along[i]!))) as [Vec3, Vec3];
  const at: number[] = [];
  const out: number[] = [];
  for (let ring = 0; ring < RINGS; ring++)
    for (let n = 0; n < PER_RING; n++) {
      const angle = (2 * Math.PI * (n + (ring % 2) / 2)) / PER_RING;
      const way = (2 * END_SHARE + 2 * (1 - 2 * END_SHARE) * (ring / (RINGS - 1)) - 1) * (lengthMm / 2);
      for (let axis = 0; axis < 3; axis++) {
        const outward = Math.cos(angle) * a[axis]! + Math.sin(angle) * b[axis]!;
        at.push(middleMm[axis]! + way * along[axis]! + radiusMm * outward);
        out.push(outward);
      }
    }
  const places = movedBy(Float32Array.from(at), motion);
  const ways = movedBy(Float32Array.from(out), motion, true);
  const triple = (list: Float32Array, i: number): Vec3 => [list[3 * i]!, list[3 * i + 1]!, list[3 * i + 2]!];
  const powerMW = totalMW / (RINGS * PER_RING);
  return Array.from({ length: RINGS * PER_RING }, (_, i) => ({
    posMm: triple(places, i),
    dir: triple(ways, i),
    powerMW,
    m: 1,
    rides: true,
  }));
}

/** Rods in every placed part that has one. @param rods by part; nothing where none is put in */
export const insideLeds = (
  rods: readonly (InsideRod | undefined)[],
  parts: readonly Float32Array[],
  placements: readonly Placement[],
): readonly Led[] =>
  placements.flatMap((placement) => {
    const rod = rods[placement.part];
    return rod ? rodLeds(rod, motionOf(parts[placement.part]!, placement)) : [];
  });
