/**
 * A flat bounding-volume tree over triangles, in parallel typed arrays.
 * Node n has bounds[6n..6n+5] = min xyz, max xyz. An inner node's left child is n + 1 and its right child is `skip[n]`;
 * a leaf has count[n] > 0 triangles, order[first[n] .. first[n] + count[n] − 1].
 */
export type Bvh = {
  readonly positions: Float32Array;
  readonly bounds: Float32Array;
  readonly skip: Int32Array;
  readonly first: Int32Array;
  readonly count: Int32Array;
  readonly order: Uint32Array;
};

const LEAF_SIZE = 6;
const MAX_DEPTH = 60;

/** Builds the tree by splitting at the middle of the centroids' longest side. @param positions nine numbers a triangle */
export function buildBvh(positions: Float32Array): Bvh {
  const triangles = positions.length / 9;
  const order = new Uint32Array(triangles).map((_, i) => i);
  const centroids = new Float32Array(triangles * 3);
  for (let t = 0; t < triangles; t++) {
    for (let axis = 0; axis < 3; axis++) {
      const at = t * 9 + axis;
      centroids[t * 3 + axis] = (positions[at]! + positions[at + 3]! + positions[at + 6]!) / 3;
    }
  }
  const most = Math.max(1, 2 * triangles);
  const tree = {
    positions,
    bounds: new Float32Array(most * 6),
    skip: new Int32Array(most),
    first: new Int32Array(most),
    count: new Int32Array(most),
    order,
  };
  let nodes = 0;
  const split = (from: number, to: number, depth: number): void => {
    const node = nodes++;
    boundTriangles(tree, node, from, to);
    if (to - from <= LEAF_SIZE || depth >= MAX_DEPTH) {
      tree.first[node] = from;
      tree.count[node] = to - from;
      return;
    }
    const middle = partition(order, centroids, from, to);
    split(from, middle, depth + 1);
    tree.skip[node] = nodes;
    split(middle, to, depth + 1);
  };
  split(0, triangles, 0);
  return tree;
}

function boundTriangles(tree: Bvh, node: number, from: number, to: number): void {
  const { positions, order, bounds } = tree;
  for (let axis = 0; axis < 3; axis++) {
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = from; i < to; i++) {
      const at = order[i]! * 9 + axis;
      for (let corner = 0; corner < 9; corner += 3) {
        const value = positions[at + corner]!;
        if (value < low) low = value;
        if (value > high) high = value;
      }
    }
    bounds[node * 6 + axis] = low;
    bounds[node * 6 + 3 + axis] = high;
  }
}

/** Moves triangles left and right of the middle of their centroids; halves the list when all fall on one side. */
function partition(order: Uint32Array, centroids: Float32Array, from: number, to: number): number {
  let axis = 0;
  let longest = -1;
  let pivot = 0;
  for (let a = 0; a < 3; a++) {
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = from; i < to; i++) {
      const value = centroids[order[i]! * 3 + a]!;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    if (high - low > longest) {
      longest = high - low;
      axis = a;
      pivot = (low + high) / 2;
    }
  }
  let left = from;
  let right = to - 1;
  while (left <= right) {
    if (centroids[order[left]! * 3 + axis]! < pivot) left++;
    else {
      const swap = order[left]!;
      order[left] = order[right]!;
      order[right] = swap;
      right--;
    }
  }
  return left === from || left === to ? (from + to) >> 1 : left;
}

const stack = new Int32Array(256);
let lastTriangle = -1;
/** The triangle that the last call of `nearestHit` with a finite answer met. */
export const hitTriangleNumber = (): number => lastTriangle;

/**
 * Distance along a ray to the nearest triangle hit from either side.
 * @param direction unit length; the distance is in its units
 * @returns Infinity when nothing is hit before maxDistance
 */
export function nearestHit(
  tree: Bvh,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  minDistance: number,
  maxDistance = Number.POSITIVE_INFINITY,
): number {
  const { bounds, skip, first, count, order, positions } = tree;
  const ix = 1 / dx;
  const iy = 1 / dy;
  const iz = 1 / dz;
  let best = maxDistance;
  let top = 0;
  stack[top++] = 0;
  while (top > 0) {
    const node = stack[--top]!;
    const b = node * 6;
    const x1 = (bounds[b]! - ox) * ix;
    const x2 = (bounds[b + 3]! - ox) * ix;
    const y1 = (bounds[b + 1]! - oy) * iy;
    const y2 = (bounds[b + 4]! - oy) * iy;
    const z1 = (bounds[b + 2]! - oz) * iz;
    const z2 = (bounds[b + 5]! - oz) * iz;
    const enter = Math.max(Math.min(x1, x2), Math.min(y1, y2), Math.min(z1, z2));
    const leave = Math.min(Math.max(x1, x2), Math.max(y1, y2), Math.max(z1, z2));
    if (leave < Math.max(enter, 0) || enter > best) continue;
    const triangles = count[node]!;
    if (triangles === 0) {
      stack[top++] = skip[node]!;
      stack[top++] = node + 1;
      continue;
    }
    for (let i = first[node]!; i < first[node]! + triangles; i++) {
      const hit = hitTriangle(positions, order[i]! * 9, ox, oy, oz, dx, dy, dz);
      if (hit > minDistance && hit < best) {
        best = hit;
        lastTriangle = order[i]!;
      }
    }
  }
  return best === maxDistance ? Number.POSITIVE_INFINITY : best;
}

/** @returns distance, or −1. @source Möller & Trumbore (1997) */
function hitTriangle(
  p: Float32Array,
  at: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
): number {
  const ax = p[at]!;
  const ay = p[at + 1]!;
  const az = p[at + 2]!;
  const e1x = p[at + 3]! - ax;
  const e1y = p[at + 4]! - ay;
  const e1z = p[at + 5]! - az;
  const e2x = p[at + 6]! - ax;
  const e2y = p[at + 7]! - ay;
  const e2z = p[at + 8]! - az;
  const px = dy * e2z - dz * e2y;
  const py = dz * e2x - dx * e2z;
  const pz = dx * e2y - dy * e2x;
  const determinant = e1x * px + e1y * py + e1z * pz;
  if (determinant > -1e-18 && determinant < 1e-18) return -1;
  const inverse = 1 / determinant;
  const tx = ox - ax;
  const ty = oy - ay;
  const tz = oz - az;
  const u = (tx * px + ty * py + tz * pz) * inverse;
  if (u < 0 || u > 1) return -1;
  const qx = ty * e1z - tz * e1y;
  const qy = tz * e1x - tx * e1z;
  const qz = tx * e1y - ty * e1x;
  const v = (dx * qx + dy * qy + dz * qz) * inverse;
  if (v < 0 || u + v > 1) return -1;
  return (e2x * qx + e2y * qy + e2z * qz) * inverse;
}

/** An odd direction of unit length: it runs along no edge or face of a part that was drawn square. */
const ODD = [0.5772, 0.3141, 0.7538].map((value) => value / Math.hypot(0.5772, 0.3141, 0.7538)) as [
  number,
  number,
  number,
];
const MOST_CROSSINGS = 1000;
const PAST_HIT_MM = 1e-4;

/** How often a ray in an odd direction passes the surface: an odd number from inside a closed one. */
export function crossings(tree: Bvh, x: number, y: number, z: number): number {
  let from = 1e-6;
  for (let count = 0; count < MOST_CROSSINGS; count++) {
    const hit = nearestHit(tree, x, y, z, ...ODD, from);
    if (!Number.isFinite(hit)) return count;
    from = hit + PAST_HIT_MM;
  }
  return MOST_CROSSINGS;
}
