import {
  boundsOf,
  buildBvh,
  crossings,
  type ShadowTree,
  shadowTree,
  standIn,
  surfaceAreaMm2,
  type Watch,
} from '../mesh/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { type LightFigures, lightFigures } from './figures.ts';
import { lightMap } from './lightMap.ts';
import { checkPlaces, footprint, type Motion, motionOf, movedBy, type Placement, topOf } from './place.ts';
import { sampleSurface } from './samples.ts';
import type { Led, LightScene, Samples } from './types.ts';

/** Larger scenes throw their shadows by a coarser stand-in. */
const MOST_SHADOW_TRIANGLES = 150_000;
/** Rays start this share of the diagonal off the surface. */
const OFFSET_SHARE = 1e-4;
/** Small meshes are quick to shoot at: more points make their quantiles steadier. */
const SMALL_TRIANGLES = 20_000;
const SAMPLES_SMALL = 5000;
const SAMPLES_LARGE = 2500;

export const samplesFor = (triangles: number): number => (triangles <= SMALL_TRIANGLES ? SAMPLES_SMALL : SAMPLES_LARGE);

/** The tree that throws the shadows of a mesh, and how far off its surface rays start. */
export function shadowsOf(positions: Float32Array): { readonly parts: ShadowTree; readonly offsetMm: number } {
  if (positions.length / 9 <= MOST_SHADOW_TRIANGLES) {
    const parts = shadowTree(positions);
    return { parts, offsetMm: Math.max(1e-4, OFFSET_SHARE * diagonalOf(parts)) };
  }
  const coarse = standIn(positions);
  return { parts: shadowTree(coarse.positions), offsetMm: coarse.cellMm / 4 };
}

const diagonalOf = (tree: ShadowTree): number => {
  const b = boundsOf(tree);
  return Math.hypot(b[3]! - b[0]!, b[4]! - b[1]!, b[5]! - b[2]!);
};

/** The first LED, in any turn of the table, that lies inside a part. @returns its number, or undefined */
export function ledInside(
  positions: Float32Array,
  leds: readonly Led[],
  angles: number,
  shadows: ShadowTree,
): number | undefined {
  const b = boundsOf(shadows);
  let tree: ReturnType<typeof buildBvh> | undefined;
  for (const [i, { posMm, rides }] of leds.entries())
    for (let k = 0; k < (rides ? 1 : angles); k++) {
      const turn = (-2 * Math.PI * k) / angles;
      const x = Math.cos(turn) * posMm[0] - Math.sin(turn) * posMm[1];
      const y = Math.sin(turn) * posMm[0] + Math.cos(turn) * posMm[1];
      const z = posMm[2];
      if (x < b[0]! || y < b[1]! || z < b[2]! || x > b[3]! || y > b[4]! || z > b[5]!) continue;
      tree ??= buildBvh(positions);
      if (crossings(tree, x, y, z) % 2 === 1) return i;
    }
  return undefined;
}

export type Lit = { readonly values: Float32Array; readonly samples: Samples; readonly figures: LightFigures };

/**
 * Light over the surface of a mesh that stands where it is.
 * @param samples points of that mesh; default: spread by area
 * @returns the map, or why there is none: an LED inside, nothing lit, cancelled
 */
export function lightOn(
  positions: Float32Array,
  scene: Omit<LightScene, 'parts' | 'offsetMm'>,
  samples: Samples = sampleSurface(positions, samplesFor(positions.length / 9)),
  watch: Watch = {},
): Result<Lit, Refusal> {
  const shadows = shadowsOf(positions);
  const inside = ledInside(positions, scene.leds, scene.angles ?? 1, shadows.parts);
  if (inside !== undefined)
    return refuse({
      code: 'LED_INSIDE',
      message: `LED ${inside + 1} lies inside a part.`,
      remedy: 'Move the part, or mend the description of the lamp.',
      field: 'leds',
    });
  const values = lightMap({ ...scene, ...shadows }, samples, watch);
  if (!values) return refuse({ code: 'CANCELLED', message: 'The light map was cancelled.' });
  const figures = lightFigures(values);
  if (!figures)
    return refuse({
      code: 'NOTHING_LIT',
      message: 'No light falls on the parts.',
      remedy: 'Put them where the lamp shines, or mend the description of the lamp.',
    });
  return ok({ values, samples, figures });
}

/** Parts on a table under a lamp. */
export type Exposure = {
  /** each part as drawn, nine numbers a triangle, mm */
  readonly parts: readonly Float32Array[];
  readonly placements: readonly Placement[];
  readonly room: { readonly tableRadiusMm: number; readonly heightMm: number };
  readonly light: Omit<LightScene, 'parts' | 'offsetMm' | 'partAreaMm2'>;
};

export type Placed = {
  /** all parts where they stand, as one mesh */
  readonly positions: Float32Array;
  /** each of them apart */
  readonly each: readonly Float32Array[];
  readonly motions: readonly Motion[];
};

/** All parts where they stand. */
export function placeAll({ parts, placements }: Pick<Exposure, 'parts' | 'placements'>): Placed {
  const motions = placements.map((placement) => motionOf(parts[placement.part]!, placement));
  const each = motions.map((motion, i) => movedBy(parts[placements[i]!.part]!, motion));
  return { positions: joined(each), each, motions };
}

function joined(lists: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(lists.reduce((sum, list) => sum + list.length, 0));
  let at = 0;
  for (const list of lists) {
    out.set(list, at);
    at += list.length;
  }
  return out;
}

/**
 * The same points of every part in every pose, so that what a spot gets can be added over poses.
 * @returns samples in the order of the placements; the parts share the points by their area
 */
export function exposeSamples(
  { parts, placements }: Pick<Exposure, 'parts' | 'placements'>,
  motions: readonly Motion[],
): Samples {
  const triangles = placements.reduce((sum, { part }) => sum + parts[part]!.length / 9, 0);
  const areas = parts.map(surfaceAreaMm2);
  const allMm2 = placements.reduce((sum, { part }) => sum + areas[part]!, 0);
  const own = parts.map((positions, part) =>
    sampleSurface(positions, Math.max(50, (samplesFor(triangles) * areas[part]!) / allMm2)),
  );
  const at = joined(placements.map(({ part }, i) => movedBy(own[part]!.at, motions[i]!)));
  const normal = joined(placements.map(({ part }, i) => movedBy(own[part]!.normal, motions[i]!, true)));
  return { count: at.length / 3, at, normal, areaMm2Each: allMm2 / (at.length / 3) };
}

/** Light over placed parts, with what is wrong about their places refused first. */
export function expose(exposure: Exposure, watch: Watch = {}): Result<Lit & Placed, Refusal> {
  if (exposure.placements.length === 0)
    return refuse({ code: 'NO_PARTS', message: 'No parts stand on the table.', remedy: 'Place at least one.' });
  const placed = placeAll(exposure);
  const problem = checkPlaces(placed.each.map(footprint), placed.each.map(topOf), exposure.room)[0];
  if (problem)
    return refuse({
      code: problem.code,
      message: problem.message,
      remedy: 'Move it, or spread the parts.',
      field: 'placements',
    });
  const lit = lightOn(placed.positions, exposure.light, exposeSamples(exposure, placed.motions), watch);
  return lit.ok ? ok({ ...lit.value, ...placed }) : lit;
}
