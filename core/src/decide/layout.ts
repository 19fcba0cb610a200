import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { placeOf } from '../batch/index.ts';
import { type BenchNow, bathInLine, LINE_POSITIONS, placeShape, type StationNow } from '../bench/index.ts';
import { titleOf } from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import type { RouteStep } from '../route/index.ts';
import { isCure, isWash, typeOfStep } from '../route/index.ts';
import { stationsFor } from './elsewhere.ts';
import type { Moment } from './moment.ts';

/** What is to be done at a station is called by the name that the station has now; what is done keeps the old one. */
export function decideRenamedPlace(
  batch: BatchState,
  stationId: string,
  bench: BenchNow,
  now: Moment,
): readonly BatchEvent[] {
  const set = Object.fromEntries(
    batch.steps.flatMap((step) => {
      if (step.state === 'done' || step.station !== stationId) return [];
      const title = titleAt(step, stationId, bench);
      return title === step.title ? [] : [[step.id, { station: stationId, title }]];
    }),
  );
  return Object.keys(set).length > 0 ? [{ ...now, type: 'moved', set }] : [];
}

/**
 * A station goes: what an open batch was to be done there is done elsewhere.
 * @param bench as it is while the station still stands there
 * @returns refused while the parts are there, where their light is planned there, or where no other place does
 */
export function decideRetiredPlace(
  batch: BatchState,
  station: StationNow,
  bench: BenchNow,
  now: Moment,
): Result<readonly BatchEvent[], Refusal> {
  const after = benchWithout(bench, station.id);
  if (placeOf(batch) === station.id)
    return refuse({
      code: 'PARTS_THERE',
      message: `${batch.name} is at ${station.name}. Nothing was changed.`,
      remedy: 'Take it on to its next step first.',
      field: 'stationId',
    });
  const set: Record<string, { station: string; title: string }> = {};
  for (const step of batch.steps) {
    if (step.state === 'done' || step.station !== station.id) continue;
    if (isCure(step))
      return refuse({
        code: 'LIGHT_PLANNED',
        message: `The light of ${batch.name} is planned at ${station.name}. Nothing was changed.`,
        remedy: 'Plan it under another lamp on Cure, then retire this one.',
        field: 'stationId',
      });
    const place = insteadOf(batch, step, bench, after);
    if (!place)
      return refuse({
        code: 'NO_OTHER_PLACE',
        message: `${step.title} of ${batch.name} is planned at ${station.name}, and nothing else here does for it. Nothing was changed.`,
        remedy: `Add ${placeShape(typeOfStep(step)?.where ?? 'mat').words}, or finish ${batch.name} first.`,
        field: 'stationId',
      });
    set[step.id] = { station: place.id, title: titleAt(step, place.id, after) };
  }
  return ok(Object.keys(set).length > 0 ? [{ ...now, type: 'moved', set }] : []);
}

/** A bench without one of its stations. */
const benchWithout = (bench: BenchNow, stationId: string): BenchNow => ({
  ...bench,
  stations: bench.stations.filter(({ id }) => id !== stationId),
  lines: bench.lines.map((line) => ({ ...line, baths: line.baths.filter((id) => id !== stationId) })),
  baths: Object.fromEntries(Object.entries(bench.baths).filter(([id]) => id !== stationId)),
  lamps: Object.fromEntries(Object.entries(bench.lamps).filter(([id]) => id !== stationId)),
});

/** For a bath the one that stands where it stood in its line; else the same kind of station, else what serves. */
function insteadOf(batch: BatchState, step: Step, before: BenchNow, after: BenchNow): StationNow | undefined {
  const able = stationsFor(batch, step, after);
  const line = before.lines.find(({ baths }) => baths.includes(step.station));
  const position = LINE_POSITIONS.findLast((one) => line && bathInLine(line, one) === step.station);
  const left = after.lines.find(({ id }) => id === line?.id);
  const inLine = left && position ? (bathInLine(left, position) ?? left.baths.at(-1)) : undefined;
  const kind = before.stations.find(({ id }) => id === step.station)?.kind;
  return able.find(({ id }) => id === inLine) ?? able.find((one) => one.kind === kind) ?? able[0];
}

const titleAt = (step: Step, station: string, bench: BenchNow): string =>
  isWash(step) && step.type
    ? titleOf({ type: step.type, medium: step.medium, station } as RouteStep, bench)
    : step.title;
