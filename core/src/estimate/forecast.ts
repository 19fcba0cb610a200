import type { Cloud } from './cloud.ts';
import { Draws } from './random.ts';
import { medianAndRange } from './summary.ts';
import type { BathEvent, Range } from './types.ts';

/** What one batch lately did to a bath; the coming ones are drawn from these. */
export type WashLoad = Pick<
  Extract<BathEvent, { kind: 'wash' }>,
  'resin' | 'resinG' | 'carriedG' | 'dragOutG' | 'lostSolventG' | 'lostWaterG'
>;
export type PathPoint = {
  readonly batches: number;
  readonly loadPctW: number;
  readonly low: number;
  readonly high: number;
};
export type Forecast = {
  readonly batchesLeft: { readonly median: number; readonly range90: Range };
  /** load after so many batches more */
  readonly path: readonly PathPoint[];
  /** share of the guesses that are at or past the limit now, 0–1 */
  readonly pastShare: number;
};

export const MOST_BATCHES = 200;
const FILM_SD = 0.3;

/**
 * Plays batches drawn from the recent ones until each guess reaches the limit.
 * @param limitPctW act at this load
 * @param pathBatches how far the path goes
 * @returns batches left, cut at 200; a path of the load
 */
export function forecast(
  cloud: Cloud,
  recent: readonly WashLoad[],
  limitPctW: number,
  options: { readonly seed?: number; readonly pathBatches?: number } = {},
): Forecast {
  const pathBatches = Math.min(MOST_BATCHES, options.pathBatches ?? 40);
  const draws = new Draws(options.seed ?? 1);
  const left = new Float64Array(cloud.size).fill(MOST_BATCHES);
  const loads = Array.from({ length: pathBatches + 1 }, () => new Float64Array(cloud.size));
  const most = recent.length === 0 ? 0 : MOST_BATCHES;
  let past = 0;
  for (let i = 0; i < cloud.size; i++) {
    let solvent = cloud.solventG[i]!;
    let water = cloud.waterG[i]!;
    let resin = cloud.resinG[i]!;
    let found = false;
    for (let k = 0; k <= most; k++) {
      const total = solvent + water + resin;
      const load = total > 0 ? (100 * resin) / total : 100;
      if (k <= pathBatches) loads[k]![i] = load;
      if (!found && load >= limitPctW) {
        left[i] = k;
        found = true;
        if (k === 0) past++;
      }
      if (found && k >= pathBatches) break;
      if (k === most) break;
      const job = recent[Math.floor(draws.uniform() * recent.length)]!;
      const dragIn = job.carriedG * cloud.dragOut[i]!;
      const dragInLiquid = dragIn * (1 - cloud.carrierLoad[i]!);
      resin += job.resinG * (cloud.film.get(job.resin)?.[i] ?? 1) * Math.exp(FILM_SD * draws.normal());
      resin += dragIn * cloud.carrierLoad[i]!;
      solvent += dragInLiquid * cloud.carrierStrength[i]!;
      water += dragInLiquid * (1 - cloud.carrierStrength[i]!);
      const all = solvent + water + resin;
      const stays = all > 0 ? Math.max(0, 1 - (job.dragOutG * cloud.dragOut[i]!) / all) : 0;
      solvent = Math.max(0, solvent * stays - job.lostSolventG * cloud.loss[i]!);
      water = Math.max(0, water * stays - job.lostWaterG * cloud.loss[i]!);
      resin *= stays;
    }
    if (most === 0) for (const after of loads) after[i] = loads[0]![i]!;
  }
  const even = new Float64Array(cloud.size).fill(1 / cloud.size);
  const [median, range] = medianAndRange(left, even, 0, MOST_BATCHES);
  return {
    batchesLeft: { median: Math.round(median), range90: [Math.floor(range[0]), Math.ceil(range[1])] },
    pastShare: past / cloud.size,
    path: loads.map((values, batches) => {
      const [loadPctW, [low, high]] = medianAndRange(values, even, 0, 100);
      return { batches, loadPctW, low, high };
    }),
  };
}
