import type { Welded } from './weld.ts';

export type Topology = {
  /** every edge is passed once in each direction */
  readonly watertight: boolean;
  /** pieces of surface that share no vertex */
  readonly shells: number;
  /** edges that are not passed once each way */
  readonly openEdges: number;
};

/** Counts shells and looks for open or turned edges. Triangles with two equal corners are ignored. */
export function topologyOf(mesh: Welded): Topology {
  const { corners } = mesh;
  const vertexCount = mesh.vertices.length / 3;
  const parents = new Int32Array(vertexCount).map((_, i) => i);
  const edges = new EdgeTable(corners.length);
  const touched = new Uint8Array(vertexCount);
  for (let t = 0; t < corners.length; t += 3) {
    const a = corners[t]!;
    const b = corners[t + 1]!;
    const c = corners[t + 2]!;
    if (a === b || b === c || c === a) continue;
    touched[a] = touched[b] = touched[c] = 1;
    join(parents, a, b);
    join(parents, b, c);
    edges.pass(a, b);
    edges.pass(b, c);
    edges.pass(c, a);
  }
  let shells = 0;
  for (let v = 0; v < vertexCount; v++) if (touched[v] && parents[v] === v) shells++;
  const openEdges = edges.unmatched();
  return { watertight: shells > 0 && openEdges === 0, shells, openEdges };
}

function root(parents: Int32Array, vertex: number): number {
  let v = vertex;
  while (parents[v] !== v) {
    parents[v] = parents[parents[v]!]!;
    v = parents[v]!;
  }
  return v;
}

function join(parents: Int32Array, a: number, b: number): void {
  const ra = root(parents, a);
  const rb = root(parents, b);
  if (ra !== rb) parents[Math.max(ra, rb)] = Math.min(ra, rb);
}

/** Spreads a product over all its bits, so that neighbours do not crowd. @source murmur3 finalizer, public domain */
function mix(bits: number): number {
  const h = Math.imul(bits ^ (bits >>> 16), 0x85ebca6b);
  return (h ^ (h >>> 13)) >>> 0;
}

/** Undirected edges with how often each was passed and how often forward minus backward. */
class EdgeTable {
  private readonly low: Int32Array;
  private readonly high: Int32Array;
  private readonly passes: Uint8Array;
  private readonly balance: Int8Array;
  private readonly mask: number;

  constructor(edgePasses: number) {
    // never more than half full, even when no two triangles share an edge
    const size = 1 << Math.ceil(Math.log2(Math.max(16, edgePasses * 2)));
    this.mask = size - 1;
    this.low = new Int32Array(size).fill(-1);
    this.high = new Int32Array(size);
    this.passes = new Uint8Array(size);
    this.balance = new Int8Array(size);
  }

  pass(from: number, to: number): void {
    const low = Math.min(from, to);
    const high = Math.max(from, to);
    let slot = mix(Math.imul(low, 0x9e3779b1) ^ Math.imul(high, 0x85ebca77)) & this.mask;
    while (this.low[slot] !== -1 && (this.low[slot] !== low || this.high[slot] !== high)) slot = (slot + 1) & this.mask;
    this.low[slot] = low;
    this.high[slot] = high;
    if (this.passes[slot]! < 255) this.passes[slot]!++;
    this.balance[slot]! += from < to ? 1 : -1;
  }

  unmatched(): number {
    let count = 0;
    for (let slot = 0; slot <= this.mask; slot++) {
      if (this.low[slot] !== -1 && (this.balance[slot] !== 0 || this.passes[slot]! % 2 !== 0)) count++;
    }
    return count;
  }
}
