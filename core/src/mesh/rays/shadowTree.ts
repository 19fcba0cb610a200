import { buildBvh } from './bvh.ts';

/**
 * A tree for one question: is there anything between two points? Nodes stand in the order of a depth-first walk; after a
 * miss the walk goes on at another node, so it needs no stack. A node is eight words, one cache line for two:
 * floats 8n..8n+5 = min xyz, max xyz; ints 8n+6 = where to go after a miss, 8n+7 = 256·first + count of a leaf's triangles, 0 for inner ones.
 * corners[9t..9t+8] = a corner and the two edges from it, in the order of the leaves.
 */
export type ShadowTree = {
  readonly floats: Float32Array;
  readonly ints: Int32Array;
  readonly corners: Float32Array;
  readonly nodes: number;
};
const WORDS = 8;
const LEAF_UNIT = 256;

/** @param positions nine numbers a triangle, mm */
export function shadowTree(positions: Float32Array): ShadowTree {
  const { bounds, skip, first, count, order } = buildBvh(positions);
  const corners = new Float32Array(positions.length);
  order.forEach((triangle, place) => {
    const from = triangle * 9;
    const to = place * 9;
    for (let axis = 0; axis < 3; axis++) {
      const corner = positions[from + axis]!;
      corners[to + axis] = corner;
      corners[to + 3 + axis] = positions[from + 3 + axis]! - corner;
      corners[to + 6 + axis] = positions[from + 6 + axis]! - corner;
    }
  });
  const floats = new Float32Array(count.length * WORDS);
  const ints = new Int32Array(floats.buffer);
  let nodes = 0;
  const link = (node: number, next: number): void => {
    nodes = Math.max(nodes, node + 1);
    floats.set(bounds.subarray(node * 6, node * 6 + 6), node * WORDS);
    ints[node * WORDS + 6] = next;
    if (count[node]! > 0) {
      ints[node * WORDS + 7] = LEAF_UNIT * first[node]! + count[node]!;
      return;
    }
    link(node + 1, skip[node]!);
    link(skip[node]!, next);
  };
  link(0, -1);
  return { floats, ints, corners, nodes: positions.length === 0 ? 0 : nodes };
}

/** Lowest and highest corner of everything in the tree. */
export const boundsOf = ({ floats }: ShadowTree): Float32Array => floats.subarray(0, 6);

/** Rounding may not open a gap between two triangles that share an edge. */
const EDGE = 1e-7;

/**
 * Does any triangle lie between a point and the end of a ray, seen from either side?
 * @param dx whole way from the point to its end, not of unit length
 * @param hint index of the triangle to try first, −1 for none: neighbours are often shadowed by the same one
 * @returns the index of a triangle that is in the way, for the next call's hint; −1 when the way is free
 * @source Möller & Trumbore (1997); slab test of Kay & Kajiya (1986)
 */
export function blocker(
  tree: ShadowTree,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  hint = -1,
): number {
  const { corners, floats, ints } = tree;
  if (hint >= 0 && meets(corners, hint * 9, ox, oy, oz, dx, dy, dz)) return hint;
  if (tree.nodes === 0) return -1;
  const ix = 1 / dx;
  const iy = 1 / dy;
  const iz = 1 / dz;
  const nearX = ix < 0 ? 3 : 0;
  const nearY = iy < 0 ? 4 : 1;
  const nearZ = iz < 0 ? 5 : 2;
  const farX = 3 - nearX;
  const farY = 5 - nearY;
  const farZ = 7 - nearZ;
  let node = 0;
  while (node >= 0) {
    const b = node * WORDS;
    let enter = (floats[b + nearX]! - ox) * ix;
    let leave = (floats[b + farX]! - ox) * ix;
    const enterY = (floats[b + nearY]! - oy) * iy;
    const leaveY = (floats[b + farY]! - oy) * iy;
    const enterZ = (floats[b + nearZ]! - oz) * iz;
    const leaveZ = (floats[b + farZ]! - oz) * iz;
    if (enterY > enter) enter = enterY;
    if (leaveY < leave) leave = leaveY;
    if (enterZ > enter) enter = enterZ;
    if (leaveZ < leave) leave = leaveZ;
    if (leave < enter - EDGE || leave < 0 || enter > 1) {
      node = ints[b + 6]!;
      continue;
    }
    const leaf = ints[b + 7]!;
    if (leaf === 0) {
      node++;
      continue;
    }
    const from = (leaf / LEAF_UNIT) | 0;
    const to = from + (leaf % LEAF_UNIT);
    for (let t = from; t < to; t++) if (meets(corners, t * 9, ox, oy, oz, dx, dy, dz)) return t;
    node = ints[b + 6]!;
  }
  return -1;
}

function meets(
  c: Float32Array,
  at: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
): boolean {
  const e1x = c[at + 3]!;
  const e1y = c[at + 4]!;
  const e1z = c[at + 5]!;
  const e2x = c[at + 6]!;
  const e2y = c[at + 7]!;
  const e2z = c[at + 8]!;
  const px = dy * e2z - dz * e2y;
  const py = dz * e2x - dx * e2z;
  const pz = dx * e2y - dy * e2x;
  const determinant = e1x * px + e1y * py + e1z * pz;
  if (determinant > -1e-18 && determinant < 1e-18) return false;
  const inverse = 1 / determinant;
  const tx = ox - c[at]!;
  const ty = oy - c[at + 1]!;
  const tz = oz - c[at + 2]!;
  const u = (tx * px + ty * py + tz * pz) * inverse;
  if (u < -EDGE || u > 1 + EDGE) return false;
  const qx = ty * e1z - tz * e1y;
  const qy = tz * e1x - tx * e1z;
  const qz = tx * e1y - ty * e1x;
  const v = (dx * qx + dy * qy + dz * qz) * inverse;
  if (v < -EDGE || u + v > 1 + EDGE) return false;
  const along = (e2x * qx + e2y * qy + e2z * qz) * inverse;
  return along > 0 && along < 1;
}
