import type { MeshMeasures } from '../mesh/index.ts';
import type { PartFacts } from './types.ts';

/** A wall nobody measured is taken as this. */
export const TYPICAL_WALL_MM = 2.5;
const SMALLEST_PLATE_MM2 = 4000;
const SURFACE_TO_FOOTPRINT = 8;

/** What a route needs of a measured mesh. Its height is along +z, as drawn. */
export const partFromMesh = (name: string, measures: MeshMeasures): PartFacts => ({
  name,
  areaMm2: measures.areaMm2,
  heightMm: Math.max(1, measures.boxMm[2]),
  wallMm: Math.max(0.1, measures.wall?.medianMm ?? TYPICAL_WALL_MM),
  volumeMm3: measures.volumeMm3,
  trappedMm3: measures.trappedMm3,
});

/** A part without a file, from three outer sizes: the surface of its box, half as much again for relief. */
export const partFromSizes = (name: string, sizesMm: readonly [number, number, number], wallMm?: number): PartFacts => {
  const [x, y, z] = sizesMm;
  return { name, areaMm2: 1.5 * 2 * (x * y + y * z + z * x), heightMm: z, wallMm: wallMm ?? TYPICAL_WALL_MM };
};

/** Plate that a load needs: its pieces' footprints with room between, at least a small plate. An engineering guess. @returns mm² */
export const plateAreaMm2 = (part: PartFacts, count: number): number =>
  Math.max(SMALLEST_PLATE_MM2, (part.areaMm2 * count) / SURFACE_TO_FOOTPRINT);
