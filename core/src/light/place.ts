import type { Vec3 } from '../mesh/index.ts';
import type { RefusalCode } from '../result/index.ts';

/** The side of a drawing that points up where nobody says otherwise. */
export const AS_DRAWN: Vec3 = [0, 0, 1];

/** How one part stands on the table. */
export type Placement = {
  /** which of the parts */
  readonly part: number;
  readonly xMm: number;
  readonly yMm: number;
  /** turned about the upright, seen from above */
  readonly turnDeg: number;
  /** direction of the drawing that points up, default as drawn */
  readonly up?: Vec3;
};

/** Rows of a turn, then how far to move: p' = R·p + t. */
export type Motion = { readonly rows: readonly [Vec3, Vec3, Vec3]; readonly byMm: Vec3 };

/** Parts stand this far above the disc, so that an underside lies over it and not in it. */
const GAP_MM = 0.05;

/** Turns `up` to +z by the shortest way, then about z. @source Rodrigues (1840) */
export function turnOf(up: Vec3, turnDeg: number): readonly [Vec3, Vec3, Vec3] {
  const length = Math.hypot(...up);
  const [x, y, z] = up.map((value) => value / length) as [number, number, number];
  const tip: readonly [Vec3, Vec3, Vec3] =
    z < -1 + 1e-9
      ? [
          [1, 0, 0],
          [0, -1, 0],
          [0, 0, -1],
        ]
      : [
          [1 - (x * x) / (1 + z), (-x * y) / (1 + z), -x],
          [(-x * y) / (1 + z), 1 - (y * y) / (1 + z), -y],
          [x, y, z],
        ];
  const c = Math.cos((turnDeg * Math.PI) / 180);
  const s = Math.sin((turnDeg * Math.PI) / 180);
  const [a, b, up3] = tip;
  const mix = (p: number, q: number): Vec3 => [0, 1, 2].map((i) => p * a[i]! + q * b[i]!) as unknown as Vec3;
  return [mix(c, -s), mix(s, c), up3];
}

/** How the points of a part move when it is placed: its box's middle over x, y, its lowest point on the table. @param positions the part as drawn, mm */
export function motionOf(positions: Float32Array, placement: Placement): Motion {
  const rows = turnOf(placement.up ?? AS_DRAWN, placement.turnDeg);
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i += 3)
    for (let axis = 0; axis < 3; axis++) {
      const value = along(rows[axis]!, positions, i);
      if (value < low[axis]!) low[axis] = value;
      if (value > high[axis]!) high[axis] = value;
    }
  return {
    rows,
    byMm: [placement.xMm - (low[0]! + high[0]!) / 2, placement.yMm - (low[1]! + high[1]!) / 2, GAP_MM - low[2]!],
  };
}

const along = (row: Vec3, p: Float32Array, at: number): number =>
  row[0] * p[at]! + row[1] * p[at + 1]! + row[2] * p[at + 2]!;

/** Points (three numbers each) after a motion; directions when it does not move them on. */
export function movedBy(points: Float32Array, { rows, byMm }: Motion, asDirections = false): Float32Array {
  const out = new Float32Array(points.length);
  for (let i = 0; i < points.length; i += 3)
    for (let axis = 0; axis < 3; axis++)
      out[i + axis] = along(rows[axis]!, points, i) + (asDirections ? 0 : byMm[axis]!);
  return out;
}

type Point2 = readonly [number, number];
/** Larger outlines are taken in so many directions: a round one comes out within a thousandth. */
const DIRECTIONS = 72;

/** The points that lie furthest out. */
function outermost(placed: Float32Array): Point2[] {
  const all = placed.length / 3;
  if (all <= 4 * DIRECTIONS) return Array.from({ length: all }, (_, i): Point2 => [placed[3 * i]!, placed[3 * i + 1]!]);
  const found = new Set<number>();
  for (let d = 0; d < DIRECTIONS; d++) {
    const [c, s] = [Math.cos((2 * Math.PI * d) / DIRECTIONS), Math.sin((2 * Math.PI * d) / DIRECTIONS)];
    let best = 0;
    let most = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < placed.length; i += 3) {
      const reach = c * placed[i]! + s * placed[i + 1]!;
      if (reach > most) {
        most = reach;
        best = i;
      }
    }
    found.add(best);
  }
  return [...found].map((i): Point2 => [placed[i]!, placed[i + 1]!]);
}

/** Outline from above: the convex hull, anticlockwise. @source Andrew (1979), monotone chain */
export function footprint(placed: Float32Array): readonly Point2[] {
  const points = outermost(placed);
  points.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly Point2[]): Point2[] => {
    const chain: Point2[] = [];
    for (const p of list) {
      while (chain.length > 1 && cross(chain.at(-2)!, chain.at(-1)!, p) <= 0) chain.pop();
      chain.push(p);
    }
    chain.pop();
    return chain;
  };
  return [...half(points), ...half(points.toReversed())];
}
const cross = (o: Point2, a: Point2, b: Point2): number =>
  (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);

/** Do two convex outlines meet? @source separating axes */
export function meet(a: readonly Point2[], b: readonly Point2[]): boolean {
  const apart = (outline: readonly Point2[]) =>
    outline.some((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      const [nx, ny] = [q[1] - p[1], p[0] - q[0]];
      const reach = (points: readonly Point2[]) => points.map(([x, y]) => nx * x + ny * y);
      const [ra, rb] = [reach(a), reach(b)];
      return Math.max(...ra) <= Math.min(...rb) || Math.max(...rb) <= Math.min(...ra);
    });
  return !apart(a) && !apart(b);
}

/** How high a placed part reaches above the table, mm. */
export function topOf(placed: Float32Array): number {
  let top = 0;
  for (let i = 2; i < placed.length; i += 3) if (placed[i]! > top) top = placed[i]!;
  return top;
}

export type PlaceProblem = { readonly code: RefusalCode; readonly message: string; readonly placement?: number };

/** What is wrong with where the parts stand: off the table, too tall, in each other. */
export function checkPlaces(
  outlines: readonly (readonly Point2[])[],
  heightsMm: readonly number[],
  room: { readonly tableRadiusMm: number; readonly heightMm: number },
): readonly PlaceProblem[] {
  const problems: PlaceProblem[] = [];
  outlines.forEach((outline, i) => {
    if (outline.some(([x, y]) => Math.hypot(x, y) > room.tableRadiusMm))
      problems.push({ code: 'OFF_TABLE', message: `Part ${i + 1} reaches over the edge of the table.`, placement: i });
    if (heightsMm[i]! > room.heightMm)
      problems.push({
        code: 'TOO_TALL',
        message: `Part ${i + 1} stands ${Math.round(heightsMm[i]!)} mm high; the lamp has room for ${room.heightMm} mm.`,
        placement: i,
      });
    for (let j = 0; j < i; j++)
      if (meet(outline, outlines[j]!))
        problems.push({ code: 'OVERLAP', message: `Parts ${j + 1} and ${i + 1} stand in each other.`, placement: i });
  });
  return problems;
}
