import type { Vec3 } from '../mesh/index.ts';
import type { Exposure } from './expose.ts';
import { type InsideRod, insideLeds } from './inside.ts';
import { anglesOf, type Lamp, lampShare, ledsNow, surroundingsOf } from './lamp.ts';
import { AS_DRAWN, footprint, motionOf, movedBy, type Placement } from './place.ts';

/** What a light map is made of: parts, where they stand, the lamp, and rods in their hollows. */
export type MapOf = {
  readonly parts: readonly Float32Array[];
  /** what the parts are, to know a map again */
  readonly partKeys: readonly string[];
  readonly placements: readonly Placement[];
  readonly lamp: Lamp;
  /** by part, where one is stood in its hollow */
  readonly rods: readonly (InsideRod | undefined)[];
};

/** A map is the same when parts, places and lamp are; the way it is computed counts as one of them. */
const METHOD = 1;

/** The text that a map is known by: its SHA-256 is the key. Hours and meter checks count by how far the lamp has faded. */
export function mapKeyText({ partKeys, placements, lamp, rods }: Omit<MapOf, 'parts'>): string {
  const { hours: _, metered: __, ...built } = lamp;
  // a part without a rod is the same whether that is said or left out
  const rodOfEach = partKeys.map((_, part) => rods[part] ?? null);
  return JSON.stringify([METHOD, partKeys, placements, built, lampShare(lamp).toPrecision(4), rodOfEach]);
}

export const exposureOf = ({ parts, placements, lamp, rods }: Omit<MapOf, 'partKeys'>): Exposure => ({
  parts,
  placements,
  room: lamp,
  light: {
    ...surroundingsOf(lamp),
    leds: [...ledsNow(lamp), ...insideLeds(rods, parts, placements)],
    angles: anglesOf(lamp),
  },
});

/** A part as it stands a way up. */
export const stood = (positions: Float32Array, up: Vec3): Float32Array =>
  movedBy(positions, motionOf(positions, { part: 0, xMm: 0, yMm: 0, turnDeg: 0, up }));

/** How far a part reaches from the middle of its stand, seen from above, mm. */
export const reachMm = (standing: Float32Array): number =>
  Math.max(...footprint(standing).map(([x, y]) => Math.hypot(x, y)));

/** The same places with every part turned over. */
export const turnedOver = (placements: readonly Placement[]): readonly Placement[] =>
  placements.map((placement) => {
    const [x, y, z] = placement.up ?? AS_DRAWN;
    return { ...placement, up: [-x, -y, -z] };
  });
