import { type BenchNow, type Place, placeShape } from '@north-step/core/bench';
import { bindRoute, NOWHERE, placeOfStep, type Route, type RouteStep, stepType } from '@north-step/core/route';

/** A choice of where a step is done: a kind of place, found anew on every bench, or one station of this bench. */
export type WhereOption = {
  readonly value: string;
  readonly text: string;
  readonly set: Pick<RouteStep, 'where' | 'station'>;
};

/** Where a step is done, in words: the station, or what this bench lacks. */
export const whereText = (station: string, step: RouteStep, bench: BenchNow): string =>
  station === NOWHERE
    ? `no ${placeTitle(step)} here`
    : (bench.stations.find(({ id }) => id === station)?.name ?? station);

const placeTitle = (step: RouteStep): string => step.station ?? placeShape(placeOfStep(step)).title;

/** @param index of the step in its route */
export function whereOptions(route: Route, index: number, bench: BenchNow): readonly WhereOption[] {
  const step = route.steps[index]!;
  const type = stepType(step.type);
  const places = [type.where, ...(type.elsewhere ?? [])];
  const at = (where: Place) => {
    const steps = route.steps.with(index, { ...step, where, station: undefined });
    return bindRoute({ ...route, steps }, bench).steps[index]!.station;
  };
  const asked = places.map((where): WhereOption => {
    const { title } = placeShape(where);
    const station = bench.stations.find(({ id }) => id === at(where));
    const text = station && station.name.toLowerCase() !== title ? `${title}: ${station.name}` : title;
    const set = { where: where === type.where ? undefined : where, station: undefined };
    return { value: where, text: station ? text : `${title} (none here)`, set };
  });
  const kinds = new Set(places.flatMap((place) => placeShape(place).kinds));
  const pinned = bench.stations
    .filter(({ kind }) => kinds.has(kind))
    .map(({ id, name }): WhereOption => ({ value: `= ${id}`, text: `always ${name}`, set: { station: id } }));
  return pinned.length > 1 || step.station !== undefined ? [...asked, ...pinned] : asked;
}

export const whereValue = (step: RouteStep): string =>
  step.station === undefined ? placeOfStep(step) : `= ${step.station}`;
