import { buildBvh, crossings, nearestHit } from '../rays/bvh.ts';
import { cluster } from '../topology/cluster.ts';
import { pickTriangles } from '../topology/pickTriangles.ts';
import { normalOf } from '../vectors.ts';

/** Supports that came as shells of their own. */
export type Supports = {
  /** shell numbers taken as supports */
  readonly shells: readonly number[];
  readonly areaMm2: number;
  /** places where they touch the part */
  readonly contacts: number;
  /** how they were told: named by the file, by shape, or picked by the user */
  readonly by: 'file' | 'shape' | 'user';
};

type Shell = { readonly areaMm2: number; readonly volumeMm3: number; readonly low: number; readonly high: number };

/** A part that is held starts at least this far above the plate. */
const LIFT_MM = 0.8;
/** Everything that starts within this of the lowest point stands on the plate. */
const PLATE_MM = 0.4;
/** A support has at most this share of the part's volume. */
const MOST_SHARE = 0.35;
const TOUCH_MM = 0.25;
/** Touching points nearer than this are one contact. */
const ONE_CONTACT_MM = 0.8;

/** Area, volume and height range of each shell, along +z as drawn. */
export function shellFacts(positions: Float32Array, shell: Int32Array, shells: number): readonly Shell[] {
  const facts = Array.from({ length: shells }, () => ({
    areaMm2: 0,
    volumeMm3: 0,
    low: Number.POSITIVE_INFINITY,
    high: Number.NEGATIVE_INFINITY,
  }));
  for (let t = 0; t < shell.length; t++) {
    const one = facts[shell[t]!];
    if (!one) continue;
    const at = t * 9;
    const [nx, ny, nz] = normalOf(positions, at);
    one.areaMm2 += Math.hypot(nx, ny, nz) / 2;
    one.volumeMm3 += (positions[at]! * nx + positions[at + 1]! * ny + positions[at + 2]! * nz) / 6;
    for (const z of [positions[at + 2]!, positions[at + 5]!, positions[at + 8]!]) {
      if (z < one.low) one.low = z;
      if (z > one.high) one.high = z;
    }
  }
  return facts;
}

/**
 * Which shells are supports: the largest shell that does not stand on the plate is a part; what stands on the plate, or
 * hangs between it and the part, and is small beside the part, holds it.
 * @returns nothing when the largest shell stands on the plate itself: then nothing can be told by shape
 */
export function supportsByShape(facts: readonly Shell[]): readonly number[] {
  if (facts.length < 2) return [];
  // not Math.min(...): a file can hold a million shells
  const plate = facts.reduce((least, { low }) => Math.min(least, low), Number.POSITIVE_INFINITY);
  const lifted = facts.filter(({ low }) => low > plate + LIFT_MM);
  if (lifted.length === 0) return [];
  const part = lifted.reduce((a, b) => (b.volumeMm3 > a.volumeMm3 ? b : a));
  const standing = facts.filter(({ low }) => low <= plate + PLATE_MM);
  if (standing.some(({ volumeMm3 }) => volumeMm3 > part.volumeMm3)) return [];
  return facts.flatMap((one, index) => {
    const small = Math.abs(one.volumeMm3) <= MOST_SHARE * part.volumeMm3;
    const below = one.low <= plate + PLATE_MM || (one !== part && one.low < part.low && one.high <= part.high);
    return one !== part && one.volumeMm3 > 0 && small && below ? [index] : [];
  });
}

/**
 * Contacts of supports: corners that lie in the part or within a quarter of a millimetre of it, joined when a triangle of the
 * support joins them or when they are nearer than 0.8 mm.
 */
export function countContacts(positions: Float32Array, isSupport: (triangle: number) => boolean): number {
  const part = pickTriangles(positions, (t) => !isSupport(t));
  const numbers = new Map<string, number>();
  const corners: (readonly [number, number, number])[] = [];
  const triangles: number[][] = [];
  for (let t = 0; t < positions.length / 9; t++) {
    if (!isSupport(t)) continue;
    triangles.push(
      [0, 3, 6].map((c) => {
        const corner = [positions[t * 9 + c]!, positions[t * 9 + c + 1]!, positions[t * 9 + c + 2]!] as const;
        const key = corner.join(' ');
        const known = numbers.get(key);
        if (known !== undefined) return known;
        numbers.set(key, corners.length);
        return corners.push(corner) - 1;
      }),
    );
  }
  if (part.length === 0 || corners.length === 0) return 0;
  const tree = buildBvh(part);
  const touching = corners.map(([x, y, z]) => touches(tree, x, y, z));
  const parents = Int32Array.from(corners.keys());
  const root = (i: number): number => {
    while (parents[i] !== i) i = parents[i] = parents[parents[i]!]!;
    return i;
  };
  const join = (members: readonly number[]) => {
    for (const other of members) parents[root(other)] = root(members[0]!);
  };
  for (const triangle of triangles) join(triangle.filter((corner) => touching[corner]));
  const near = [...corners.keys()].filter((corner) => touching[corner]);
  for (const group of cluster(
    near.map((corner) => corners[corner]!),
    ONE_CONTACT_MM,
  ))
    join(group.map((i) => near[i]!));
  return near.filter((corner) => root(corner) === corner).length;
}

const AXES = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
] as const;

function touches(tree: ReturnType<typeof buildBvh>, x: number, y: number, z: number): boolean {
  if (AXES.some(([dx, dy, dz]) => nearestHit(tree, x, y, z, dx, dy, dz, 0, TOUCH_MM) < TOUCH_MM)) return true;
  return crossings(tree, x, y, z) % 2 === 1;
}
