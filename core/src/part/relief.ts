import type { MeshMeasures } from '../mesh/index.ts';
import type { PartFacts } from './facts.ts';

/** A plain block, a usual part, and one of lattices, threads or blind holes: how much slower its recesses are washed. Engineering guesses. */
const RELIEF = { plain: 0.7, usual: 1, deep: 1.4 } as const;
/** A hollow this many times deeper than its neck is wide is washed like a blind hole. */
const DEEP_OVER_NECK = 2;
/** A lattice fills less of its box than this, with more surface than this many boxes. */
const [LATTICE_FILLS, LATTICE_SURFACES] = [0.25, 3] as const;
const NECK_MM = 0.1;

type Seen = Pick<MeshMeasures, 'areaMm2' | 'volumeMm3' | 'boxMm' | 'pockets' | 'supports'>;

/** Relief of a measured mesh: from its supports, from how deep its hollows are for their width, and from how open it is. */
export function reliefOf({
  areaMm2,
  volumeMm3 = Number.POSITIVE_INFINITY,
  boxMm,
  pockets = [],
  supports,
}: Seen): number {
  const [x, y, z] = boxMm;
  const deep = pockets.some(
    ({ depthMm, neckMm, openings }) => openings > 0 && (depthMm ?? 0) > DEEP_OVER_NECK * Math.max(NECK_MM, neckMm),
  );
  const lattice = volumeMm3 < LATTICE_FILLS * x * y * z && areaMm2 > LATTICE_SURFACES * 2 * (x * y + y * z + z * x);
  if (deep || lattice) return RELIEF.deep;
  return pockets.length === 0 && !supports?.contacts ? RELIEF.plain : RELIEF.usual;
}

/**
 * Share of what a hollow could hold that is still in it once the plate has dripped and the parts were tilted: what its corners keep.
 * An engineering guess.
 */
const FILL_SHARE = 0.01;
const UM_PER_MM = 1000;

/** Resin that the pockets of a part hold in this pose as it goes into the first bath. @returns mm³ */
export const pocketMm3 = ({ trappedMm3 = 0 }: Pick<PartFacts, 'trappedMm3'>): number => FILL_SHARE * trappedMm3;

/** The same, spread over the wetted surface of a part as a film. @returns µm */
export const pocketFilmUm = (part: PartFacts, orientationFactor: number): number =>
  (UM_PER_MM * pocketMm3(part)) / (orientationFactor * (part.areaMm2 + (part.supportAreaMm2 ?? 0)));
