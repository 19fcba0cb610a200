import { boxOf } from './voxels.ts';

/** Cells along the diagonal. */
const CELLS = 160;

export type StandIn = { readonly positions: Float32Array; readonly cellMm: number };

/**
 * A coarser mesh for shadows: corners in one cell of a grid become one, triangles that fall flat are left out.
 * @param positions nine numbers a triangle, mm
 * @source vertex clustering, Rossignac & Borrel (1993)
 */
export function standIn(positions: Float32Array): StandIn {
  const { min, size } = boxOf(positions);
  const cellMm = Math.hypot(size[0]!, size[1]!, size[2]!) / CELLS;
  const wide = CELLS + 2;
  const slot = new Map<number, number>();
  const sums: number[] = [];
  const cornerSlot = new Int32Array(positions.length / 3);
  for (let corner = 0; corner < cornerSlot.length; corner++) {
    const [x, y, z] = [0, 1, 2].map((axis) => Math.floor((positions[corner * 3 + axis]! - min[axis]!) / cellMm));
    const key = (z! * wide + y!) * wide + x!;
    let place = slot.get(key);
    if (place === undefined) {
      place = slot.size;
      slot.set(key, place);
      sums.push(0, 0, 0, 0);
    }
    cornerSlot[corner] = place;
    for (let axis = 0; axis < 3; axis++) sums[place * 4 + axis]! += positions[corner * 3 + axis]!;
    sums[place * 4 + 3]!++;
  }
  const out = new Float32Array(positions.length);
  const seen = new Set<string>();
  let length = 0;
  for (let corner = 0; corner < cornerSlot.length; corner += 3) {
    const [a, b, c] = [cornerSlot[corner]!, cornerSlot[corner + 1]!, cornerSlot[corner + 2]!];
    if (a === b || b === c || c === a) continue;
    const key = [a, b, c].sort((p, q) => p - q).join();
    if (seen.has(key)) continue;
    seen.add(key);
    for (const place of [a, b, c])
      for (let axis = 0; axis < 3; axis++) out[length++] = sums[place * 4 + axis]! / sums[place * 4 + 3]!;
  }
  return { positions: out.slice(0, length), cellMm };
}
