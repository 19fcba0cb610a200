import { type Bvh, buildBvh, crossings } from '../rays/bvh.ts';
import { pickTriangles } from '../topology/pickTriangles.ts';
import type { Welded } from '../topology/weld.ts';
import { normalOf } from '../vectors.ts';

export type Oriented = {
  /** shell of each triangle, numbered from 0 by first appearance; −1 for triangles without area in the weld */
  readonly shell: Int32Array;
  readonly shells: number;
  /** edges that only one triangle has; 0 when the mesh is closed, whichever way its triangles turn */
  readonly openEdges: number;
  /** triangles that turn against the first of their shell */
  readonly turned: number;
  /** shells that faced inwards and hold no other */
  readonly insideOut: number;
  /** 1 where a triangle must be turned to face outwards */
  readonly turn: Uint8Array;
};

/** Beyond this many shells nested ones are not told apart. */
const MOST_NESTED_SHELLS = 60;

/**
 * Makes a closed mesh face outwards: triangles of a shell follow their neighbours, and shells that face inwards while lying
 * in no other are turned. Cavities (inward shells within another) are left. Open meshes are only numbered by shell.
 */
export function orient(positions: Float32Array, mesh: Welded): Oriented {
  const { corners } = mesh;
  const triangles = corners.length / 3;
  const { mates, openEdges } = matesOf(corners);
  const shell = new Int32Array(triangles).fill(-1);
  const turn = new Uint8Array(triangles);
  const stack: number[] = [];
  let shells = 0;
  let turned = 0;
  for (let start = 0; start < triangles; start++) {
    if (shell[start] !== -1 || flat(corners, start)) continue;
    shell[start] = shells;
    stack.push(start);
    const members: number[] = [];
    while (stack.length > 0) {
      const t = stack.pop()!;
      members.push(t);
      for (let e = 0; e < 3; e++) {
        const mate = mates[t * 3 + e]!;
        if (mate < 0) continue;
        const other = Math.floor(mate / 3);
        if (shell[other] !== -1) continue;
        // neighbours pass their edge in opposite senses
        const sameSense = corners[t * 3 + e] === corners[mate];
        turn[other] = turn[t]! ^ (sameSense ? 1 : 0);
        shell[other] = shells;
        stack.push(other);
      }
    }
    const odd = members.reduce((sum, t) => sum + turn[t]!, 0);
    // the majority is right
    if (odd * 2 > members.length) for (const t of members) turn[t]! ^= 1;
    turned += Math.min(odd, members.length - odd);
    shells++;
  }
  const insideOut = openEdges === 0 ? turnOutwards(positions, shell, shells, turn) : 0;
  return { shell, shells, openEdges, turned, insideOut, turn };
}

const flat = (corners: Uint32Array, t: number): boolean => {
  const [a, b, c] = [corners[t * 3], corners[t * 3 + 1], corners[t * 3 + 2]];
  return a === b || b === c || c === a;
};

/**
 * For each edge (3t + e runs from corner e to the next) the edge it is shared with, −1 when it has none.
 * An edge that four or more triangles share is paired in order of appearance with one that runs the other way.
 */
function matesOf(corners: Uint32Array): { mates: Int32Array; openEdges: number } {
  const mates = new Int32Array(corners.length).fill(-1);
  // edges still alone, as linked lists by a hash of their two vertices
  const mask = (1 << Math.ceil(Math.log2(Math.max(16, corners.length)))) - 1;
  const head = new Int32Array(mask + 1).fill(-1);
  const next = new Int32Array(corners.length);
  let open = 0;
  for (let t = 0; t < corners.length / 3; t++) {
    if (flat(corners, t)) continue;
    for (let e = 0; e < 3; e++) {
      const edge = t * 3 + e;
      const [from, to] = [corners[edge]!, corners[t * 3 + ((e + 1) % 3)]!];
      const slot = mix(Math.imul(Math.min(from, to), 0x9e3779b1) ^ Math.imul(Math.max(from, to), 0x85ebca77)) & mask;
      let before = -1;
      let candidate = -1;
      let candidateBefore = -1;
      for (let other = head[slot]!; other >= 0; before = other, other = next[other]!) {
        const end = corners[other - (other % 3) + ((other + 1) % 3)]!;
        const start = corners[other]!;
        if (!((start === from && end === to) || (start === to && end === from))) continue;
        if (candidate < 0 || start !== from) {
          candidate = other;
          candidateBefore = before;
        }
        if (start !== from) break;
      }
      if (candidate < 0) {
        next[edge] = head[slot]!;
        head[slot] = edge;
        open++;
        continue;
      }
      mates[edge] = candidate;
      mates[candidate] = edge;
      if (candidateBefore < 0) head[slot] = next[candidate]!;
      else next[candidateBefore] = next[candidate]!;
      open--;
    }
  }
  return { mates, openEdges: open };
}

/** Spreads a product over all its bits, so that neighbours do not crowd. @source murmur3 finalizer, public domain */
function mix(bits: number): number {
  const h = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b);
  return (h ^ (h >>> 13)) >>> 0;
}

/** @returns how many shells were turned */
function turnOutwards(positions: Float32Array, shell: Int32Array, shells: number, turn: Uint8Array): number {
  const six = new Float64Array(shells);
  const any = new Int32Array(shells).fill(-1);
  for (let t = 0; t < shell.length; t++) {
    const s = shell[t]!;
    if (s < 0) continue;
    any[s] = any[s]! < 0 ? t : any[s]!;
    const [nx, ny, nz] = normalOf(positions, t * 9);
    const sign = turn[t] === 1 ? -1 : 1;
    const [ox, oy, oz] = [positions[any[s]! * 9]!, positions[any[s]! * 9 + 1]!, positions[any[s]! * 9 + 2]!];
    six[s]! +=
      sign * ((positions[t * 9]! - ox) * nx + (positions[t * 9 + 1]! - oy) * ny + (positions[t * 9 + 2]! - oz) * nz);
  }
  const treeOf = treesOf(positions, shell);
  const wrong: number[] = [];
  for (let s = 0; s < shells; s++) {
    if (six[s]! < 0 && (shells === 1 || depthOf(positions, treeOf, shells, any[s]!, s) % 2 === 0)) wrong.push(s);
  }
  const turnShell = new Uint8Array(shells);
  for (const s of wrong) turnShell[s] = 1;
  if (wrong.length > 0) for (let t = 0; t < shell.length; t++) if (turnShell[shell[t]!] === 1) turn[t]! ^= 1;
  return wrong.length;
}

/** A tree over each shell, made when it is first asked for. */
function treesOf(positions: Float32Array, shell: Int32Array): (wanted: number) => Bvh {
  const trees = new Map<number, Bvh>();
  return (wanted) => {
    const known = trees.get(wanted);
    if (known) return known;
    const tree = buildBvh(pickTriangles(positions, (t) => shell[t] === wanted));
    trees.set(wanted, tree);
    return tree;
  };
}

/** In how many other shells the middle of a triangle lies, by the parity of crossings. */
function depthOf(
  positions: Float32Array,
  treeOf: (shell: number) => Bvh,
  shells: number,
  triangle: number,
  own: number,
): number {
  if (shells > MOST_NESTED_SHELLS) return 0;
  const [x, y, z] = [0, 1, 2].map(
    (axis) =>
      (positions[triangle * 9 + axis]! + positions[triangle * 9 + 3 + axis]! + positions[triangle * 9 + 6 + axis]!) / 3,
  ) as [number, number, number];
  let depth = 0;
  for (let s = 0; s < shells; s++) if (s !== own && crossings(treeOf(s), x, y, z) % 2 === 1) depth++;
  return depth;
}
