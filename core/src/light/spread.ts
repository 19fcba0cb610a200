import type { Vec3 } from '../mesh/index.ts';
import type { Placement } from './place.ts';

type Point2 = readonly [number, number];
/** A place on the table with the round that is kept about it, mm. */
export type Round = { readonly xMm: number; readonly yMm: number; readonly radiusMm: number };

/** Gap between spread parts that keeps most of their shadows off each other, in diameters. */
const LOOSE_GAP_SHARE = 0.25;
const LEAST_GAP_MM = 2;

/**
 * Places for so many equal round outlines on a round table, as far from each other as they can be: rings about the middle,
 * the middle taken only when it leaves more room.
 * @param radiusMm of the outline's round, measured from the middle of its box
 * @returns places of those that fit, at most `count`
 */
export function spreadPlaces(count: number, radiusMm: number, tableRadiusMm: number): readonly Point2[] {
  if (count <= 0 || radiusMm > tableRadiusMm) return [];
  if (count === 1) return [[0, 0]];
  const outer = tableRadiusMm - radiusMm;
  let best: { places: readonly Point2[]; gapMm: number } = { places: [], gapMm: -1 };
  for (const rings of ringCounts(count)) {
    const places = rings.flatMap((n, r) =>
      onRing(n, n === 1 && r === rings.length - 1 ? 0 : outer * ringShare(r, rings), r),
    );
    const gapMm = nearest(places) - 2 * radiusMm;
    if (gapMm > best.gapMm + 1e-6) best = { places, gapMm };
  }
  if (best.gapMm >= LEAST_GAP_MM) return best.places;
  return spreadPlaces(count - 1, radiusMm, tableRadiusMm);
}

/** Ways to share parts among an outer ring, an inner ring and the middle. */
function ringCounts(count: number): readonly (readonly number[])[] {
  const ways: number[][] = [[count], [count - 1, 1]];
  for (let inner = 2; inner <= count / 2; inner++)
    ways.push([count - inner, inner], ...(count - inner - 1 >= inner ? [[count - inner - 1, inner, 1]] : []));
  return ways;
}
const ringShare = (ring: number, rings: readonly number[]): number => {
  const real = rings.filter((n) => n > 1).length;
  return ring === 0 ? 1 : real === 2 ? 0.5 : 1;
};
const onRing = (count: number, radius: number, ring: number): Point2[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = (2 * Math.PI * (i + ring / 2)) / count;
    return [radius * Math.cos(angle), radius * Math.sin(angle)];
  });
function nearest(places: readonly Point2[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < places.length; i++)
    for (let j = 0; j < i; j++)
      least = Math.min(least, Math.hypot(places[i]![0] - places[j]![0], places[i]![1] - places[j]![1]));
  return least;
}

/** Distance between the rims of two rounds, mm; negative where they overlap. */
const gapMm = (a: Round, b: Round): number => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) - a.radiusMm - b.radiusMm;

/** Parts stand so close that they shadow each other noticeably. */
export const crowded = (rounds: readonly Round[]): boolean =>
  rounds.some((a, i) =>
    rounds.some((b, j) => j < i && gapMm(a, b) < LOOSE_GAP_SHARE * 2 * Math.min(a.radiusMm, b.radiusMm)),
  );

/** Tries for a place: so many rings from the rim to the middle, so many places on each. */
const RINGS_TRIED = 16;
const PLACES_TRIED = 48;

/**
 * Places for rounds of different sizes: one after another, each where it is furthest from those that stand already.
 * @param radiiMm in the order in which they are placed
 * @returns by round; nothing for those that find no room
 */
export function spreadRounds(radiiMm: readonly number[], tableRadiusMm: number): readonly (Round | undefined)[] {
  const standing: Round[] = [];
  return radiiMm.map((radiusMm) => {
    let best: { readonly round: Round; readonly leastMm: number } | undefined;
    for (let ring = 0; ring <= RINGS_TRIED; ring++) {
      const outMm = (tableRadiusMm - radiusMm) * (1 - ring / RINGS_TRIED);
      if (outMm < 0) break;
      for (let k = 0; k < PLACES_TRIED; k++) {
        const angle = (2 * Math.PI * k) / PLACES_TRIED;
        const round = { xMm: outMm * Math.cos(angle), yMm: outMm * Math.sin(angle), radiusMm };
        const leastMm = Math.min(...standing.map((other) => gapMm(round, other)));
        if (leastMm >= LEAST_GAP_MM && leastMm > (best?.leastMm ?? 0)) best = { round, leastMm };
      }
    }
    if (best) standing.push(best.round);
    return best?.round;
  });
}

/** A kind of part before it is placed: how far it reaches from the middle of its stand, how many, which way up. */
export type KindToPlace = { readonly radiusMm: number; readonly count: number; readonly up: Vec3 };

/** More parts than this are never put in at once. */
export const MOST_PLACED = 24;

/** Which kinds go in when not all do: one of each in turn, so that a load shows every kind. @returns kinds by number */
function inTurn(kinds: readonly KindToPlace[], wanted: number): readonly number[] {
  const most = Math.max(0, ...kinds.map(({ count }) => count));
  const rounds = Array.from({ length: most }, (_, n) => kinds.flatMap(({ count }, kind) => (n < count ? [kind] : [])));
  return rounds.flat().slice(0, Math.min(wanted, MOST_PLACED));
}

/**
 * Parts spread over the table, as many as are wanted and go in: evenly on rings where every kind has the room of the widest,
 * else each where it is furthest from the others.
 */
export function spreadOn(kinds: readonly KindToPlace[], tableRadiusMm: number, wanted: number): readonly Placement[] {
  const chosen = inTurn(kinds, wanted);
  const placed = (kind: number, xMm: number, yMm: number): Placement => ({
    part: kind,
    xMm,
    yMm,
    turnDeg: 0,
    up: kinds[kind]!.up,
  });
  const even = spreadPlaces(chosen.length, Math.max(0, ...kinds.map(({ radiusMm }) => radiusMm)), tableRadiusMm);
  if (even.length === chosen.length || kinds.length === 1)
    return even.map(([xMm, yMm], i) => placed(chosen[i]!, xMm, yMm));
  const widestFirst = (some: readonly number[]) => some.toSorted((a, b) => kinds[b]!.radiusMm - kinds[a]!.radiusMm);
  const oneOfEach = chosen.slice(0, kinds.length);
  const order = [...widestFirst(oneOfEach), ...widestFirst(chosen.slice(kinds.length))];
  const rounds = spreadRounds(
    order.map((kind) => kinds[kind]!.radiusMm),
    tableRadiusMm,
  );
  return order
    .flatMap((kind, i) => (rounds[i] ? [placed(kind, rounds[i].xMm, rounds[i].yMm)] : []))
    .toSorted((a, b) => a.part - b.part);
}
