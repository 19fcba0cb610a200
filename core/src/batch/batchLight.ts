import type { Medium } from '../cure/index.ts';
import type { Vec3 } from '../mesh/index.ts';
import { type Breach, rangeNotes } from '../units/index.ts';

/** One pose of the parts in the lamp, and the light of the batch's coldest and hottest spot in it. */
export type BatchPose = { readonly up: Vec3; readonly coldMWPerCm2: number; readonly hotMWPerCm2: number };

/** What a light map said of a batch in a lamp, in air. The cold spot and the hot spot are the same in every pose. */
export type BatchLight = {
  readonly station: string;
  /** parts that go in at once */
  readonly placed: number;
  readonly poses: readonly BatchPose[];
  /** where several kinds stand in it: which way up each of them is in the first pose, in their order */
  readonly upByKind?: readonly Vec3[];
  readonly medianMWPerCm2: number;
  /** surface that is left out: lit in no pose, or inside hollows, % */
  readonly neverLitPct: number;
  /** the window is that of outer faces; insides of hollows stay soft */
  readonly outerOnly?: boolean;
  /** a rod of LEDs stood in each hollow */
  readonly inside?: { readonly totalMW: number; readonly lengthMm: number } | undefined;
  /** samples of the map, and triangles that threw shadows */
  readonly samples?: number;
  readonly triangles?: number;
};

/** How a batch is to be cured: the light of its map, and what the lamp is set to. */
export type CureChoice = { readonly light: BatchLight; readonly medium: Medium; readonly tempC?: number | undefined };

const MOST_POSES = 2;

/** Every way a batch's light cannot be. Empty when it can be used. */
export function validateBatchLight(light: BatchLight): readonly Breach[] {
  const breaches: Breach[] = [];
  const within = rangeNotes(breaches);
  within('poses', light.poses.length, 1, MOST_POSES);
  within('placed', light.placed, 1, 1000);
  within('medianMWPerCm2', light.medianMWPerCm2, 1e-4, 1000);
  within('neverLitPct', light.neverLitPct, 0, 100);
  light.poses.forEach(({ up, coldMWPerCm2, hotMWPerCm2 }, i) => {
    within(`poses[${i}].up`, Math.hypot(...up), 1e-6, 1e6);
    within(`poses[${i}].coldMWPerCm2`, coldMWPerCm2, 0, 1000);
    within(`poses[${i}].hotMWPerCm2`, hotMWPerCm2, 0, 1000);
  });
  const mean = (pick: (pose: BatchPose) => number) =>
    light.poses.reduce((sum, pose) => sum + pick(pose), 0) / light.poses.length;
  if (mean((pose) => pose.hotMWPerCm2) < 0.99 * mean((pose) => pose.coldMWPerCm2))
    breaches.push({ path: 'poses', message: 'poses: the hottest spot gets less light than the coldest.' });
  if (!(mean((pose) => pose.coldMWPerCm2) > 0))
    breaches.push({ path: 'poses', message: 'poses: the coldest spot gets no light in any pose.' });
  light.upByKind?.forEach((up, i) => {
    within(`upByKind[${i}]`, Math.hypot(...up), 1e-6, 1e6);
  });
  return breaches;
}
