import { boxOf, normalOf } from '../mesh/index.ts';
import type { Samples } from './types.ts';

/** Triangles larger than this share of the diagonal are cut for the picture, as long as there are not too many. */
const EDGE_SHARE = 1 / 45;
const MOST_DRAWN = 60_000;
/** A sample on a face that is turned away from this one says nothing about it. */
const FACING = 0.5;
const NEIGHBOURS = 4;

export type Shaded = {
  /** nine numbers a triangle, mm */
  readonly positions: Float32Array;
  /** light at each corner, mW/cm² */
  readonly light: Float32Array;
};

/**
 * The mesh for the picture, each corner with the light of the nearest samples that face its way.
 * @param positions placed, facing outwards
 */
export function shade(positions: Float32Array, samples: Samples, values: Float32Array): Shaded {
  const drawn = cut(positions);
  const cellMm = Math.max(1e-3, 1.5 * Math.sqrt(Math.max(samples.areaMm2Each, 1e-6)));
  const cells = gridOf(samples, cellMm);
  const light = new Float32Array(drawn.length / 3);
  for (let at = 0; at < drawn.length; at += 9) {
    const [nx, ny, nz] = normalOf(drawn, at);
    const length = Math.hypot(nx, ny, nz) || 1;
    for (let corner = 0; corner < 3; corner++) {
      const k = at + 3 * corner;
      light[k / 3] = nearLight(
        { samples, values, cells, cellMm },
        [drawn[k]!, drawn[k + 1]!, drawn[k + 2]!],
        [nx / length, ny / length, nz / length],
      );
    }
  }
  return { positions: drawn, light };
}

/** Cuts long edges in half until all are short, or there are enough triangles. */
function cut(positions: Float32Array): Float32Array {
  const limit = EDGE_SHARE * Math.hypot(...boxOf(positions).size);
  let list: Float32Array = positions;
  while (list.length / 9 < MOST_DRAWN) {
    const next: number[] = [];
    let changed = false;
    for (let at = 0; at < list.length; at += 9) {
      const edges = [0, 3, 6].map((from) => edgeLength(list, at + from, at + ((from + 3) % 9)));
      const longest = edges.indexOf(Math.max(...edges));
      if (edges[longest]! <= limit) {
        for (let k = 0; k < 9; k++) next.push(list[at + k]!);
        continue;
      }
      changed = true;
      const corner = (n: number) => [0, 1, 2].map((axis) => list[at + ((3 * (longest + n)) % 9) + axis]!);
      const [a, b, c] = [corner(0), corner(1), corner(2)];
      const middle = a.map((value, axis) => (value + b[axis]!) / 2);
      next.push(...a, ...middle, ...c, ...middle, ...b, ...c);
    }
    if (!changed) break;
    list = Float32Array.from(next);
  }
  return list;
}
const edgeLength = (p: Float32Array, a: number, b: number): number =>
  Math.hypot(p[a]! - p[b]!, p[a + 1]! - p[b + 1]!, p[a + 2]! - p[b + 2]!);

type Near = {
  readonly samples: Samples;
  readonly values: Float32Array;
  readonly cells: ReadonlyMap<string, readonly number[]>;
  readonly cellMm: number;
};

function gridOf({ count, at }: Samples, cellMm: number): ReadonlyMap<string, readonly number[]> {
  const cells = new Map<string, number[]>();
  for (let i = 0; i < count; i++) {
    const key = [0, 1, 2].map((axis) => Math.floor(at[3 * i + axis]! / cellMm)).join();
    const here = cells.get(key);
    if (here) here.push(i);
    else cells.set(key, [i]);
  }
  return cells;
}

/** Mean of the nearest samples that face the same way, nearer ones counting more; of any, where none does. */
function nearLight(near: Near, point: readonly number[], normal: readonly number[]): number {
  for (let reach = 1; reach <= 4; reach++) {
    const found = within(near, point, normal, reach);
    if (found.length === 0) continue;
    found.sort((a, b) => a.squared - b.squared);
    let sum = 0;
    let weights = 0;
    for (const { squared, value } of found.slice(0, NEIGHBOURS)) {
      const weight = 1 / (squared + 1e-3 * near.cellMm ** 2);
      sum += weight * value;
      weights += weight;
    }
    return sum / weights;
  }
  return 0;
}

function within(
  { samples, values, cells, cellMm }: Near,
  point: readonly number[],
  normal: readonly number[],
  reach: number,
) {
  const [cx, cy, cz] = point.map((value) => Math.floor(value / cellMm)) as [number, number, number];
  const found: { squared: number; value: number }[] = [];
  for (let x = cx - reach; x <= cx + reach; x++)
    for (let y = cy - reach; y <= cy + reach; y++)
      for (let z = cz - reach; z <= cz + reach; z++)
        for (const i of cells.get(`${x},${y},${z}`) ?? []) {
          const n = samples.normal;
          if (n[3 * i]! * normal[0]! + n[3 * i + 1]! * normal[1]! + n[3 * i + 2]! * normal[2]! < FACING) continue;
          const [dx, dy, dz] = [0, 1, 2].map((axis) => samples.at[3 * i + axis]! - point[axis]!) as [
            number,
            number,
            number,
          ];
          found.push({ squared: dx * dx + dy * dy + dz * dz, value: values[i]! });
        }
  return found;
}

/** The sample nearest to a place. @returns its number; −1 when there is none */
export function nearestSample({ count, at }: Samples, point: readonly number[]): number {
  let best = -1;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < count; i++) {
    const squared =
      (at[3 * i]! - point[0]!) ** 2 + (at[3 * i + 1]! - point[1]!) ** 2 + (at[3 * i + 2]! - point[2]!) ** 2;
    if (squared < least) {
      least = squared;
      best = i;
    }
  }
  return best;
}
