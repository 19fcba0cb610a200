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

const LEAF_SIZE = 4;
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
    const middle = partition(tree, centroids, from, to);
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

const BINS = 16;
/** So few triangles are cut in the middle: a search would cost more than it saves. */
const FEW = 12;
const binCount = new Int32Array(BINS);
const binBounds = new Float32Array(BINS * 6);
const swept = new Float32Array(BINS);

/**
 * Moves triangles left and right of the cut of the longest side that costs a ray least: least of area × number on both sides
 * over sixteen bins. Halves the list when all fall on one side.
 * @source Wald (2007), binned surface-area heuristic
 */
function partition(tree: Bvh, centroids: Float32Array, from: number, to: number): number {
  const { order } = tree;
  let axis = 0;
  let low = 0;
  let size = -1;
  for (let a = 0; a < 3; a++) {
    let least = Number.POSITIVE_INFINITY;
    let most = Number.NEGATIVE_INFINITY;
    for (let i = from; i < to; i++) {
      const value = centroids[order[i]! * 3 + a]!;
      if (value < least) least = value;
      if (value > most) most = value;
    }
    if (most - least > size) {
      size = most - least;
      axis = a;
      low = least;
    }
  }
  if (!(size > 0)) return (from + to) >> 1;
  const scale = (BINS * (1 - 1e-6)) / size;
  const cut = to - from <= FEW ? BINS / 2 - 1 : cheapestCut(tree, centroids, { from, to, axis, low, scale });
  let left = from;
  let right = to - 1;
  while (left <= right) {
    const bin = Math.floor((centroids[order[left]! * 3 + axis]! - low) * scale);
    if (bin <= cut) left++;
    else {
      const swap = order[left]!;
      order[left] = order[right]!;
      order[right] = swap;
      right--;
    }
  }
  return left === from || left === to ? (from + to) >> 1 : left;
}

type Cut = {
  readonly from: number;
  readonly to: number;
  readonly axis: number;
  readonly low: number;
  readonly scale: number;
};

/** @returns the last bin that goes to the left */
function cheapestCut(tree: Bvh, centroids: Float32Array, { from, to, axis, low, scale }: Cut): number {
  const { positions, order } = tree;
  binCount.fill(0);
  for (let b = 0; b < BINS; b++)
    for (let a = 0; a < 3; a++) {
      binBounds[b * 6 + a] = Number.POSITIVE_INFINITY;
      binBounds[b * 6 + 3 + a] = Number.NEGATIVE_INFINITY;
    }
  for (let i = from; i < to; i++) {
    const at = order[i]! * 9;
    const bin = Math.floor((centroids[order[i]! * 3 + axis]! - low) * scale);
    binCount[bin]!++;
    for (let k = 0; k < 9; k++) {
      const value = positions[at + k]!;
      const side = bin * 6 + (k % 3);
      if (value < binBounds[side]!) binBounds[side] = value;
      if (value > binBounds[side + 3]!) binBounds[side + 3] = value;
    }
  }
  // costs of all that lies right of a cut, swept from the right; then the same from the left
  sweep((bin) => BINS - 1 - bin);
  const rightCost = swept.slice();
  sweep((bin) => bin);
  let cut = 0;
  let least = Number.POSITIVE_INFINITY;
  for (let bin = 0; bin < BINS - 1; bin++) {
    const cost = swept[bin]! + rightCost[BINS - 2 - bin]!;
    if (cost < least) {
      least = cost;
      cut = bin;
    }
  }
  return cut;
}

/** Fills `swept` with area × number of the bins up to each, in the order given. */
function sweep(binOf: (step: number) => number): void {
  let count = 0;
  const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  for (let step = 0; step < BINS; step++) {
    const bin = binOf(step);
    count += binCount[bin]!;
    for (let a = 0; a < 3; a++) {
      box[a] = Math.min(box[a]!, binBounds[bin * 6 + a]!);
      box[a + 3] = Math.max(box[a + 3]!, binBounds[bin * 6 + 3 + a]!);
    }
    const [x, y, z] = [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!];
    swept[step] = count === 0 ? 0 : count * (x * y + y * z + z * x);
  }
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
