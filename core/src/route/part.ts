import type { MeshMeasures } from '../mesh/index.ts';
import type { PartFacts } from './types.ts';

/** A wall nobody measured is taken as this. */
export const TYPICAL_WALL_MM = 2.5;
/** Wider hollows dry like open faces. */
const BLIND_NECK_MM = 6;
const SMALLEST_PLATE_MM2 = 4000;
const SURFACE_TO_FOOTPRINT = 8;

/** What a route needs of a measured mesh. Its height is along +z, as drawn. */
export const partFromMesh = (name: string, measures: MeshMeasures): PartFacts => ({
  name,
  areaMm2: measures.areaMm2 - (measures.supports?.areaMm2 ?? 0),
  heightMm: Math.max(1, measures.boxMm[2]),
  wallMm: Math.max(0.1, measures.wall?.medianMm ?? TYPICAL_WALL_MM),
  volumeMm3: measures.volumeMm3,
  trappedMm3: measures.trappedMm3,
  supportAreaMm2: measures.supports?.areaMm2,
  supportContacts: measures.supports?.contacts,
  thinMm: measures.wall?.thinSpots?.[0]?.wallMm,
  thinSpanMm: measures.wall?.thinSpots?.[0]?.spanMm,
  pocketDepthMm: blindDepthMm(measures),
});

/** Depth of the deepest blind hole, as a straight one of its neck's width. @returns mm, nothing without blind holes */
function blindDepthMm({ pockets, boxMm }: MeshMeasures): number | undefined {
  const depths = (pockets ?? [])
    .filter(({ openings, neckMm }) => openings === 1 && neckMm > 0 && neckMm < BLIND_NECK_MM)
    .map(({ volumeMm3, neckMm }) => Math.min(Math.max(...boxMm), volumeMm3 / ((Math.PI / 4) * neckMm * neckMm)));
  return depths.length > 0 ? Math.max(...depths) : undefined;
}

/** A part without a file, from three outer sizes: the surface of its box, half as much again for relief. */
export const partFromSizes = (name: string, sizesMm: readonly [number, number, number], wallMm?: number): PartFacts => {
  const [x, y, z] = sizesMm;
  return { name, areaMm2: 1.5 * 2 * (x * y + y * z + z * x), heightMm: z, wallMm: wallMm ?? TYPICAL_WALL_MM };
};

/** Plate that a load needs: its pieces' footprints with room between, at least a small plate. An engineering guess. @returns mm² */
export const plateAreaMm2 = (part: PartFacts, count: number): number =>
  Math.max(SMALLEST_PLATE_MM2, (part.areaMm2 * count) / SURFACE_TO_FOOTPRINT);
