import { type BatchState, type Step, tookS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import type { Route, RouteStep } from '../route/index.ts';
import { STEP_TYPES, type StepTypeId, TWO_BATHS } from '../route/index.ts';
import type { BatchRequest } from './request.ts';

/** The route a batch runs, read off its steps; the default for batches of before routes. */
export function routeOfBatch(batch: BatchState): Route {
  const steps = batch.steps.flatMap((step): readonly RouteStep[] =>
    step.type !== undefined && step.type in STEP_TYPES ? [routeStepOf(step)] : [],
  );
  return steps.length === batch.steps.length ? { ...TWO_BATHS, ...batch.route, steps } : TWO_BATHS;
}

/** What the route sets on a step: its time too, where that was typed into the route. */
function routeStepOf({ type, station, agitation, medium, tempC, air, fixed, plannedS, inTank }: Step): RouteStep {
  const set = { type: type as StepTypeId, station, agitation, medium, tempC, air };
  return { ...set, ...(fixed ? { seconds: plannedS } : {}), ...(inTank ? { inTank } : {}) };
}

/** A route without dripping is planned as if it had dripped this long. */
const USUAL_DRIP_S = 300;

/** How long a batch is planned to drip, s. */
export const dripSOf = (batch: BatchState): number =>
  batch.steps.find(({ kind }) => kind === 'drip')?.plannedS ?? USUAL_DRIP_S;

/** What a batch was planned from, with the drip as it was run and the room as it was then. */
export function requestAsRun(batch: BatchState, bench: BenchNow): BatchRequest {
  const drip = batch.steps.find(({ kind, state }) => kind === 'drip' && state === 'done');
  if (!drip) return requestOf(batch, bench);
  const roomC = typeof drip.knew?.roomC === 'number' ? drip.knew.roomC : bench.roomC;
  return requestOf(batch, { ...bench, roomC }, tookS(drip));
}

/** What the models plan a batch from, at the bench as it is now. */
export const requestOf = (batch: BatchState, bench: BenchNow, dripS: number = dripSOf(batch)): BatchRequest => ({
  card: batch.card,
  part: batch.part,
  count: batch.count,
  dripS,
  plateAreaMm2: batch.plateAreaMm2,
  bench,
  route: routeOfBatch(batch),
  light: batch.light,
});
