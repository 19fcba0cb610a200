import { type BatchState, exposureS, knewNumber, lightS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { windowOf } from '../cure/index.ts';
import { bathNowFor, cureDoubt, cureSetting, dryS, lastWash, requestOf, wettingBefore } from '../plan/index.ts';
import { isCure, isDrying, isWash, isWet, kindShape } from '../route/index.ts';

/** What is known of a batch at a look, as far as a fault could come from it. Shares are of what was allowed or needed. */
export type Facts = {
  /** it has had no light yet: then none is lacking */
  readonly unlit: boolean;
  /** resin left after the last wash over what its card allows; above 1 too much */
  readonly residueShare: number;
  /** load of the last bath over where it becomes too dirty for this resin, as the wash knew it */
  readonly bathLoadPctW: number;
  /** rest before the light over what it needed; below 1 too short */
  readonly restShare: number;
  /** light so far over what makes the coldest spot tack-free; below 1 too little */
  readonly lightShare: number;
  /** light so far over where the hottest spot goes over; above 1 too much. 0 when nothing ends the window */
  readonly overShare: number;
  /** how far rate and harmful dose may be off, share */
  readonly rateDoubt: number;
  readonly doseDoubt: number;
  /** coldest over hottest light of its map; nothing without a map */
  readonly evenness?: number;
  readonly neverLitPct: number;
  readonly turned: boolean;
  /** time in solvent over its limit */
  readonly soakShare: number;
  /** the last liquid is known to haze it */
  readonly hazed: boolean;
  /** last wet in water or glycerine */
  readonly watery: boolean;
  /** longest size over wall */
  readonly slender: number;
  /** supports were off before the light and nothing held it */
  readonly unheld: boolean;
  /** its resin leaves grit and it was not rinsed */
  readonly gritty: boolean;
};

/** Gathers what the route has written down. */
export function factsOf(batch: BatchState, bench: BenchNow, nowMs: number): Facts {
  const { card, part, steps } = batch;
  const wash = lastWash(batch);
  const residueUm = knewNumber(wash, 'residueUm') ?? 0;
  const dry = steps.findLast((one) => isDrying(one) && one.state === 'done');
  const soakedS = exposureS(batch, nowMs);
  const liquid = wash && bathNowFor(wash, bench).solvent;
  const wetting = dry && wettingBefore(steps, dry, bench);
  const neededS =
    card.procedure?.dryS ?? dryS({ bench, part }, { soakedS, ...wetting, air: dry?.air, type: dry?.type });
  const restS = dry ? (dry.endedAtMs! - dry.startedAtMs!) / 1000 : 0;
  const request = requestOf(batch, bench);
  const window = windowOf(cureSetting(request), batch.light?.poses);
  const { rate, dose } = cureDoubt(request);
  const litS = lightS(batch);
  const cure = steps.findIndex(isCure);
  const before = steps.slice(0, cure < 0 ? undefined : cure);
  const wet = steps.findLast((step) => isWet(step) && step.state === 'done');
  const poses = batch.light?.poses ?? [];
  return {
    unlit: !steps.some((one) => isCure(one) && one.state !== 'waiting'),
    residueShare: residueUm / card.residueTolUm,
    bathLoadPctW: knewNumber(wash, 'loadPctW') ?? 0,
    restShare: neededS > 0 ? restS / neededS : 1,
    lightShare: window.handleS === undefined ? 0 : litS / window.handleS,
    overShare: window.maxS === undefined ? 0 : litS / window.maxS,
    rateDoubt: rate,
    doseDoubt: dose,
    evenness:
      poses.length > 0
        ? Math.max(...poses.map(({ coldMWPerCm2 }) => coldMWPerCm2)) /
          Math.max(1e-6, ...poses.map(({ hotMWPerCm2 }) => hotMWPerCm2))
        : undefined,
    neverLitPct: batch.light?.neverLitPct ?? 0,
    turned: poses.length > 1 || steps.some(({ type, state }) => type === 'turn-over' && state === 'done'),
    soakShare: soakedS / card.exposureCapS,
    hazed: liquid !== undefined && (card.hazedBy ?? []).includes(liquid),
    watery: wet !== undefined && (!isWash(wet) || liquid === 'water'),
    slender: part.boxMm ? Math.max(...part.boxMm) / part.wallMm : 0,
    unheld: before.some(({ kind }) => kind === 'trim') && !before.some(({ type }) => type === 'hold-form'),
    gritty: card.leavesGrit && !steps.some((step) => kindShape(step.kind).wets === 'water' && step.state === 'done'),
  };
}
