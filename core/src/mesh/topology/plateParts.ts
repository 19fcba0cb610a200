import { meshFormat, readMesh } from '../read/readMesh.ts';
import type { MeshObject, Watch } from '../read/soup.ts';
import { toBinaryStl } from './shapes.ts';

/** One of the parts that a plate's file holds, as a file of its own in millimetres. */
export type PlatePart = { readonly name: string; readonly count: number; readonly stl: Uint8Array };

/**
 * The parts of a 3MF that places several things on one plate; what is placed twice is one part with both counts.
 * @returns nothing where the file holds one thing, cannot be read, or draws supports beside its parts: those belong together
 */
export function plateParts(bytes: Uint8Array, watch: Watch = {}): readonly PlatePart[] | undefined {
  if (meshFormat(bytes) !== '3mf') return undefined;
  const soup = readMesh(bytes, watch);
  if (!soup.ok) return undefined;
  const { positions, mmPerUnit = 1, objects = [] } = soup.value;
  if (objects.length < 2 || objects.some(({ support }) => support)) return undefined;
  const parts = new Map<string, { readonly object: MeshObject; readonly from: number; count: number }>();
  let from = 0;
  objects.forEach((object, i) => {
    const key = object.id ?? `item ${i}`;
    const same = parts.get(key);
    if (same) same.count++;
    else parts.set(key, { object, from, count: 1 });
    from += object.triangles * 9;
  });
  return [...parts.values()].map(({ object, from: start, count }) => ({
    name: object.name,
    count,
    stl: toBinaryStl(positions.slice(start, start + object.triangles * 9).map((value) => value * mmPerUnit)),
  }));
}
