import type { MeshMeasures, Pocket } from '../mesh/index.ts';
import type { PartFacts } from './facts.ts';
import { reliefOf } from './relief.ts';

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
  boxMm: measures.boxMm,
  supportAreaMm2: measures.supports?.areaMm2,
  supportContacts: measures.supports?.contacts,
  thinMm: measures.wall?.thinSpots?.[0]?.wallMm,
  thinSpanMm: measures.wall?.thinSpots?.[0]?.spanMm,
  pocketDepthMm: blindDepthMm(measures),
  relief: reliefOf(measures),
});

/** Narrow hollows that air cannot pass through: they dry last. */
export const blindHoles = ({ pockets = [] }: Pick<MeshMeasures, 'pockets'>): readonly Pocket[] =>
  pockets.filter(({ openings, blind = openings === 1, neckMm }) => blind && neckMm > 0 && neckMm < BLIND_NECK_MM);

/** Depth of the deepest blind hole: behind its mouth on the whole, else as a straight one of its neck's width. @returns mm */
function blindDepthMm(measures: MeshMeasures): number | undefined {
  const depths = blindHoles(measures).map(({ volumeMm3, neckMm, depthMm }) =>
    Math.min(Math.max(...measures.boxMm), depthMm ?? volumeMm3 / ((Math.PI / 4) * neckMm * neckMm)),
  );
  return depths.length > 0 ? Math.max(...depths) : undefined;
}

/** A part without a file, from three outer sizes: the surface of its box, half as much again for relief. */
export const partFromSizes = (name: string, sizesMm: readonly [number, number, number], wallMm?: number): PartFacts => {
  const [x, y, z] = sizesMm;
  return {
    name,
    boxMm: sizesMm,
    areaMm2: 1.5 * 2 * (x * y + y * z + z * x),
    heightMm: z,
    wallMm: wallMm ?? TYPICAL_WALL_MM,
  };
};

/** Plate that a load needs: its pieces' footprints with room between, at least a small plate. An engineering guess. @returns mm² */
export const plateAreaMm2 = (part: PartFacts, count: number): number =>
  Math.max(SMALLEST_PLATE_MM2, (part.areaMm2 * count) / SURFACE_TO_FOOTPRINT);

export type Pieces = { readonly part: PartFacts; readonly count: number };

/**
 * Several parts on one plate as one: areas, volumes and contacts are means over all pieces, so that they add up again; the
 * highest, the thickest wall, the thinnest feature and the deepest hole rule.
 * @param given at least one; the same part twice is one kind
 */
export function joinParts(given: readonly Pieces[]): Pieces {
  const pieces = alikeTogether(given);
  if (pieces.length === 1) return pieces[0]!;
  const count = pieces.reduce((sum, one) => sum + one.count, 0);
  const all = pieces.map(({ part }) => part);
  const mean = (of: (part: PartFacts) => number | undefined): number | undefined =>
    all.some((part) => of(part) !== undefined)
      ? pieces.reduce((sum, one) => sum + one.count * (of(one.part) ?? 0), 0) / count
      : undefined;
  const most = (of: (part: PartFacts) => number | undefined): number | undefined => {
    const known = all.map(of).filter((value) => value !== undefined);
    return known.length > 0 ? Math.max(...known) : undefined;
  };
  const thinnest = all
    .filter(({ thinMm }) => thinMm !== undefined)
    .reduce<PartFacts | undefined>((a, b) => (a && a.thinMm! <= b.thinMm! ? a : b), undefined);
  const names = all.map(({ name }) => name);
  return {
    count,
    part: {
      name: names.length === 2 ? names.join(' and ') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`,
      areaMm2: mean(({ areaMm2 }) => areaMm2)!,
      heightMm: most(({ heightMm }) => heightMm)!,
      wallMm: most(({ wallMm }) => wallMm)!,
      volumeMm3: mean(({ volumeMm3 }) => volumeMm3),
      trappedMm3: mean(({ trappedMm3 }) => trappedMm3),
      boxMm: largestBox(all),
      supportAreaMm2: mean(({ supportAreaMm2 }) => supportAreaMm2),
      supportContacts: mean(({ supportContacts }) => supportContacts),
      thinMm: thinnest?.thinMm,
      thinSpanMm: thinnest?.thinSpanMm,
      pocketDepthMm: most(({ pocketDepthMm }) => pocketDepthMm),
      relief: most(({ relief }) => relief),
      pieces: pieces.map(({ part, count: n }) => ({
        name: part.name,
        count: n,
        ...(part.meshSha256 ? { meshSha256: part.meshSha256 } : {}),
        own: part,
      })),
    },
  };
}

/** The same part given twice is one kind with both counts; another part of the same name gets a number. */
function alikeTogether(given: readonly Pieces[]): readonly Pieces[] {
  const kinds: Pieces[] = [];
  for (const { part, count } of given) {
    const same = kinds.findIndex(
      (kind) =>
        kind.part.name === part.name && kind.part.meshSha256 === part.meshSha256 && kind.part.areaMm2 === part.areaMm2,
    );
    if (same >= 0) {
      kinds[same] = { part, count: kinds[same]!.count + count };
      continue;
    }
    const taken = (name: string) => kinds.some((kind) => kind.part.name === name);
    let name = part.name;
    for (let n = 2; taken(name); n++) name = `${part.name} (${n})`;
    kinds.push({ part: name === part.name ? part : { ...part, name }, count });
  }
  return kinds;
}

/** A box that every piece goes into, each side sorted: what holds it holds them all. */
function largestBox(parts: readonly PartFacts[]): PartFacts['boxMm'] {
  const boxes = parts.flatMap(({ boxMm }) => (boxMm ? [[...boxMm].sort((a, b) => b - a)] : []));
  if (boxes.length === 0) return undefined;
  return [0, 1, 2].map((side) => Math.max(...boxes.map((box) => box[side]!))) as unknown as PartFacts['boxMm'];
}
