import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { stepById } from '../batch/index.ts';
import type { BathNow, BenchNow, StationNow } from '../bench/index.ts';
import { placeShape, stationKind } from '../bench/index.ts';
import { titleOf } from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import type { RouteStep } from '../route/index.ts';
import { isCure, isWash, typeOfStep } from '../route/index.ts';
import { byBench } from './deed.ts';
import { unknownStep } from './gate.ts';
import type { Moment } from './moment.ts';
import { wrongLiquid } from './startWash.ts';

/** Where else on this bench the work of a step can be done; the lamp of a cure is chosen with its light. */
export function stationsFor(batch: BatchState, step: Step, bench: BenchNow): readonly StationNow[] {
  const type = typeOfStep(step);
  if (!type || isCure(step)) return [];
  const shapes = [type.where, ...(type.elsewhere ?? [])].map(placeShape);
  const kinds = new Set(shapes.flatMap(({ kinds, instead = [] }) => [...kinds, ...instead]));
  return bench.stations.filter(
    (station) =>
      station.id !== step.station &&
      kinds.has(station.kind) &&
      (step.agitation !== 'impeller' || stationKind(station.kind).stirs === true) &&
      (!isWash(step) || wrongLiquid(batch, bathsAt(station.id, bench)) === undefined),
  );
}

/** A step is done at another station than it was planned for, with what follows it there; a wash is timed when it starts. */
export function decideElsewhere(
  batch: BatchState,
  { stepId, stationId }: { readonly stepId: string; readonly stationId: string },
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  if (!step) return refuse(unknownStep(batch, stepId));
  if (step.state !== 'waiting')
    return refuse({
      code: 'STEP_RUNNING',
      message: `${step.title} of ${batch.name} is ${step.state}: it stays where it is.`,
    });
  const station = bench.stations.find(({ id }) => id === stationId);
  if (!station)
    return refuse({ code: 'NO_STATION', message: `This bench has no station “${stationId}”.`, field: 'stationId' });
  if (isCure(step))
    return refuse({
      code: 'NOT_THERE',
      message: `The lamp of ${batch.name} is chosen with its light.`,
      remedy: 'Plan it on Cure (C).',
      field: 'stationId',
    });
  const wrong = isWash(step) ? wrongLiquid(batch, bathsAt(stationId, bench)) : undefined;
  if (wrong) return refuse({ ...wrong, field: 'stationId' });
  if (!stationsFor(batch, step, bench).includes(station))
    return refuse({
      code: 'NOT_THERE',
      message: `${step.title} is not done at ${station.name}.`,
      remedy: `Choose ${placeShape(typeOfStep(step)?.where ?? 'mat').words}.`,
      field: 'stationId',
    });
  const moved = Object.fromEntries(
    alongWith(batch, step, station, bench).map((one) => {
      const { type, medium } = one;
      const title =
        one.kind === 'wash' && type ? titleOf({ type, medium, station: stationId } as RouteStep, bench) : one.title;
      return [one.id, { station: stationId, title }];
    }),
  );
  return ok([{ ...now, type: 'moved', set: moved }]);
}

/** The bath of a station, if it has one. */
const bathsAt = (stationId: string, { baths }: BenchNow): readonly BathNow[] => {
  const bath = baths[stationId];
  return bath ? [bath] : [];
};

/** The step, and those right after it that were to be done at the same station and can go along. */
function alongWith(batch: BatchState, step: Step, to: StationNow, bench: BenchNow): readonly Step[] {
  const from = batch.steps.slice(batch.steps.indexOf(step));
  const stays = (one: Step) => one.station !== step.station || !stationsFor(batch, one, bench).includes(to);
  const end = from.findIndex(stays);
  return end < 0 ? from : from.slice(0, end);
}

export const ELSEWHERE_DEEDS = { 'step.elsewhere': byBench(decideElsewhere) };
