import type { PartFacts } from '../part/index.ts';

/** outside: a length, a boss; inside: a hole, a slot. What grows a face makes the one larger and the other smaller. */
export const SIZE_SIDES = ['outside', 'inside'] as const;
export type SizeSide = (typeof SIZE_SIDES)[number];
/** A size that is to be held. */
export type SizeAsked = {
  readonly name: string;
  /** name of the part, where several kinds are in the batch */
  readonly which?: string | undefined;
  readonly side: SizeSide;
  readonly nominalMm: number;
  /** either way */
  readonly toleranceMm: number;
};
/** What a caliper showed. */
export type SizeFound = SizeAsked & {
  readonly foundMm: number;
  /** which piece of the batch, from 1 */
  readonly piece?: number | undefined;
};
export type SizeKept = SizeFound & { readonly atMs: number; readonly by: string };

type Found = Pick<SizeFound, 'foundMm' | 'nominalMm' | 'toleranceMm'>;
/** @returns mm, above 0 where it came out large */
export const offMm = ({ foundMm, nominalMm }: Pick<Found, 'foundMm' | 'nominalMm'>): number => foundMm - nominalMm;
/** Of what is allowed: beyond ±1 it is out. */
export const offShare = (size: Found): number => offMm(size) / size.toleranceMm;
/** A reading in the last place of the caliper is given the benefit of the doubt. */
export const isOut = (size: Found): boolean => Math.abs(offMm(size)) > size.toleranceMm + 1e-9;

/** What a printed size of this length is usually held to: 0.1 mm, and 0.2 % of it. An engineering guess, to be typed over. */
export const usualToleranceMm = (nominalMm: number): number =>
  Math.round(100 * Math.max(0.1, 0.05 + 0.002 * nominalMm)) / 100;
const AXES = ['along X', 'along Y', 'along Z'] as const;
/** Outer sizes that the file of a part tells, in the pose that it was printed in. */
export const sizesOfFile = ({ boxMm }: Pick<PartFacts, 'boxMm'>): readonly SizeAsked[] =>
  (boxMm ?? []).map((size, i) => {
    const nominalMm = Math.round(100 * size) / 100;
    return { name: AXES[i]!, side: 'outside', nominalMm, toleranceMm: usualToleranceMm(nominalMm) };
  });

/** The sizes that were asked for in a series, each as it was last asked. @param series newest first */
export function askedBefore(series: readonly SizeAsked[]): readonly SizeAsked[] {
  const asked = new Map<string, SizeAsked>();
  for (const { name, which, side, nominalMm, toleranceMm } of series)
    if (!asked.has(name)) asked.set(name, { name, ...(which ? { which } : {}), side, nominalMm, toleranceMm });
  return [...asked.values()].reverse();
}
