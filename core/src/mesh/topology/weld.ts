/** Corners with equal coordinates become one vertex. */
export type Welded = {
  /** x y z of each distinct vertex */
  readonly vertices: Float32Array;
  /** three vertex numbers for each triangle */
  readonly corners: Uint32Array;
};

/** Welds by exact coordinates (−0 counts as 0) with an open-addressed hash over the float bits. */
export function weld(positions: Float32Array): Welded {
  const cornerCount = positions.length / 3;
  const tableSize = 1 << Math.ceil(Math.log2(Math.max(16, cornerCount * 1.5)));
  const table = new Int32Array(tableSize).fill(-1);
  const bits = new Int32Array(positions.buffer, positions.byteOffset, positions.length);
  const vertices = new Float32Array(positions.length);
  const vertexBits = new Int32Array(vertices.buffer);
  const corners = new Uint32Array(cornerCount);
  let count = 0;
  for (let corner = 0; corner < cornerCount; corner++) {
    const from = corner * 3;
    const x = cleanZero(bits[from]!);
    const y = cleanZero(bits[from + 1]!);
    const z = cleanZero(bits[from + 2]!);
    let slot = hash(x, y, z) & (tableSize - 1);
    for (;;) {
      const vertex = table[slot]!;
      if (vertex < 0) {
        table[slot] = count;
        vertexBits[count * 3] = x;
        vertexBits[count * 3 + 1] = y;
        vertexBits[count * 3 + 2] = z;
        corners[corner] = count++;
        break;
      }
      if (vertexBits[vertex * 3] === x && vertexBits[vertex * 3 + 1] === y && vertexBits[vertex * 3 + 2] === z) {
        corners[corner] = vertex;
        break;
      }
      slot = (slot + 1) & (tableSize - 1);
    }
  }
  return { vertices: vertices.slice(0, count * 3), corners };
}

const NEGATIVE_ZERO = 0x80000000 | 0;
const cleanZero = (bits: number): number => (bits === NEGATIVE_ZERO ? 0 : bits);

function hash(x: number, y: number, z: number): number {
  let h = Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca77) ^ Math.imul(z, 0xc2b2ae3d);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return (h ^ (h >>> 15)) >>> 0;
}
