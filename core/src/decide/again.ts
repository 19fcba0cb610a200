import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { exposureS, lightS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import {
  dryS,
  lastWash,
  numbered,
  rewashS,
  SHORTEST_REWASH_S,
  type StepBlank,
  stepHere,
  wettingAfter,
  withTimer,
} from '../plan/index.ts';
import type { RouteStep } from '../route/index.ts';
import { isCure, isDrying, isWet } from '../route/index.ts';
import type { Moment } from './moment.ts';

/** Steps put in behind a step, and why. */
export const insertAfter = (
  batch: BatchState,
  afterStepId: string,
  blanks: readonly StepBlank[],
  reason: string,
  now: Moment,
): BatchEvent => ({
  ...now,
  type: 'inserted',
  afterStepId,
  steps: numbered(blanks, batch.steps),
  reason,
});

/** Parts that have had all the solvent they may have are not washed again. */
export const maySoak = (batch: BatchState, nowMs: number): boolean =>
  batch.card.exposureCapS - exposureS(batch, nowMs) >= SHORTEST_REWASH_S;

/** The clean bath once more, then rest and look; times by the baths as they are. A dry brush where no solvent is left to it. */
export function washAgain(batch: BatchState, bench: BenchNow, nowMs: number): readonly StepBlank[] {
  if (!maySoak(batch, nowMs)) return [stepHere(batch, bench, { type: 'mop' }), ...restAgain(batch, bench, nowMs)];
  const seconds = rewashS(batch, bench, nowMs);
  const wash = {
    ...likeAgain(batch, bench, lastWash(batch), { type: 'wash-machine', where: 'last-bath' }),
    plannedS: seconds,
  };
  return [wash, ...restAgain(batch, bench, nowMs, seconds)];
}

/** Rest and look once more. @param moreS time in solvent that comes before it, s */
export function restAgain(batch: BatchState, bench: BenchNow, nowMs: number, moreS = 0): readonly StepBlank[] {
  const dry = batch.steps.findLast(isDrying);
  const drying = {
    soakedS: exposureS(batch, nowMs) + moreS,
    ...wettingAfter(batch.steps.filter(isWet).slice(-1), bench),
  };
  const plannedS = dryS({ bench, part: batch.part, card: batch.card }, { ...drying, air: dry?.air, type: dry?.type });
  // a rest that the route fixes is as long again
  const kept = dry?.fixed ? { plannedS: dry.plannedS, fixed: true } : { plannedS };
  return [
    { ...likeAgain(batch, bench, dry, { type: 'rest' }), ...kept },
    stepHere(batch, bench, { type: 'look-matte' }),
  ];
}

/** One more increment of light, as far as the window leaves room; none by a validated procedure. @param litS light that is counted, s */
export const incrementS = (batch: BatchState, litS = lightS(batch)): number =>
  batch.card.procedure ? 0 : Math.min(batch.addS, (batch.lastS ?? Number.POSITIVE_INFINITY) - litS);

/** More light, then a look. */
export function lightAgain(batch: BatchState, bench: BenchNow, plannedS: number, hint: string): readonly StepBlank[] {
  const cure = batch.steps.findLast(isCure);
  return [
    withTimer({ ...likeAgain(batch, bench, cure, { type: 'cure' }), plannedS, hint }, bench),
    stepHere(batch, bench, { type: 'look-cured' }),
  ];
}

/** The same work once more: an earlier step without what happened to it, or the palette's own. */
function likeAgain(batch: BatchState, bench: BenchNow, step: Step | undefined, otherwise: RouteStep): StepBlank {
  if (!step) return stepHere(batch, bench, otherwise);
  const { kind, mode, station, title, hint, type, agitation, medium, tempC, air, say, inTank, daylight } = step;
  return {
    kind,
    mode,
    station,
    title,
    hint,
    type,
    agitation,
    medium,
    tempC,
    air,
    say,
    ...(inTank ? { inTank } : {}),
    ...(daylight ? { daylight } : {}),
  };
}
