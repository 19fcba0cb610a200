import type { BenchNow, StationNow } from '../bench/index.ts';
import { bathInLine, type LinePosition, liquidOfLine, type Place, placeShape, stationKind } from '../bench/index.ts';
import { boxFit, fitsBox } from '../fit/index.ts';
import { liquid, type Solvent } from '../liquids/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { cleanLimitPctW } from '../wash/index.ts';
import { isCure, isWash, stepType } from './kinds/index.ts';
import { agitationOf, placeOfStep, type Route, type RouteStep } from './template.ts';

/** A step of a route with the station of this bench where it is done. */
export type BoundStep = RouteStep & { readonly station: string };
/** A place that a route asks for and this bench has not. */
export type Lack = { readonly step: number; readonly words: string };
export type BoundRoute = Omit<Route, 'steps'> & {
  readonly steps: readonly BoundStep[];
  readonly lacks: readonly Lack[];
};
/** What of a bench decides where a route is done. */
export type RouteBench = Pick<BenchNow, 'stations' | 'lines' | 'baths' | 'lamps' | 'spaces'>;
/** What else decides between stations of a kind. */
export type Binding = {
  readonly card?: Pick<ResinCard, 'solvents' | 'residueTolUm'> | undefined;
  readonly part?: Pick<PartFacts, 'boxMm'>;
  /** by station: how many batches are there now */
  readonly taken?: Readonly<Record<string, number>>;
};
/** Stands for the station that a bench does not have. */
export const NOWHERE = '';

/**
 * Finds the stations of a bench where a route is done: what fits, then what is free, then the dirtiest bath that is still
 * clean enough; else in the order of the bench. A step that names a station keeps it.
 */
export function bindRoute(route: Route, bench: RouteBench, by: Binding = {}): BoundRoute {
  const lines = new Map<Solvent | undefined, Line | undefined>();
  const sources = new Map<string, string | undefined>();
  const lacks: Lack[] = [];
  const lack = (step: number, words: string): string => {
    lacks.push({ step, words });
    return NOWHERE;
  };
  const stations = route.steps.map((step, index): string | undefined => {
    if (step.station !== undefined)
      return bench.stations.some(({ id }) => id === step.station)
        ? step.station
        : lack(index, `a station “${step.station}”`);
    const place = placeOfStep(step);
    const { position, liquid: wanted, ofLight, words } = placeShape(place);
    if (ofLight) return undefined;
    if (position) {
      const asked = askedOf(route, wanted);
      if (!lines.has(wanted)) lines.set(wanted, bestLine(route, asked, bench, by, wanted));
      const line = lines.get(wanted);
      const at = line && stationInLine(line, position, step, bench);
      if (line && position === 'last' && isWash(stepType(step.type)) && lacksSecond(line, asked))
        return lack(index, `a second bath in ${line.name}`);
      return at ?? lack(index, words);
    }
    // turned over in between, a part comes back to the same lamp
    const key = `${place} ${step.tempC ?? ''}`;
    if (!sources.has(key)) sources.set(key, bestOf(place, step, route, bench, by));
    return sources.get(key) ?? lack(index, words);
  });
  const bound = stations.map((station, index) => station ?? nearLight(route, stations, index, bench, by) ?? NOWHERE);
  return { ...route, steps: route.steps.map((step, i) => ({ ...step, station: bound[i]! })), lacks };
}

/** The lamp of the cure before, else of the one that follows, else any: there a part is turned, looked at and signed off. */
function nearLight(
  route: Route,
  stations: readonly (string | undefined)[],
  index: number,
  bench: RouteBench,
  by: Binding,
): string | undefined {
  const { steps } = route;
  const lit = (i: number) => isCure(stepType(steps[i]!.type)) && stations[i] !== undefined && stations[i] !== NOWHERE;
  const at = steps.map((_, i) => i).filter(lit);
  const nearest = at.findLast((i) => i < index) ?? at[0];
  return nearest === undefined ? bestOf('light', steps[index]!, route, bench, by) : stations[nearest];
}

type Line = BenchNow['lines'][number];
type Asked = { readonly step: RouteStep; readonly position: LinePosition };
/** What a route asks for in a line of this liquid: at which positions, for which work. */
const askedOf = ({ steps }: Route, wanted: Solvent | undefined): readonly Asked[] =>
  steps.flatMap((step) => {
    const { position, liquid: of } = placeShape(placeOfStep(step));
    return step.station === undefined && position && of === wanted ? [{ step, position }] : [];
  });

/** A route that washes in the first and in the last bath does not wash twice in one. */
const lacksSecond = (line: Line, asked: readonly Asked[]): boolean => {
  const washes = asked.filter(({ step }) => isWash(stepType(step.type)));
  const at = (wanted: LinePosition) => washes.some(({ position }) => position === wanted);
  return line.baths.length === 1 && at('first') && at('last');
};

/** The line where most of what is asked can be done: of a liquid that the card allows, its first liquid before others, fitting, free, clean enough. */
function bestLine(
  route: Route,
  asked: readonly Asked[],
  bench: RouteBench,
  by: Binding,
  wanted: Solvent | undefined,
): Line | undefined {
  const score = (line: Line): readonly number[] => {
    const solvent = liquidOfLine(line, bench.baths);
    const found = asked.flatMap(({ step, position }) => stationInLine(line, position, step, bench) ?? []);
    const liquidRank = solvent && by.card ? by.card.solvents.indexOf(solvent) : 0;
    const last = bench.baths[line.baths.at(-1)!];
    const loadPctW = last?.loadPctW ?? 0;
    const fit =
      solvent && by.card ? loadPctW <= cleanLimitPctW(by.card.residueTolUm, liquid(solvent).dragFilmUm) : true;
    return [
      !wanted && by.card && liquidRank < 0 ? 1 : 0,
      asked.length - found.length + (lacksSecond(line, asked) ? 1 : 0),
      // what is put in later stays with the baths it was washed in
      route.steps.some(({ station }) => station !== undefined && line.baths.includes(station)) ? 0 : 1,
      // a line of another liquid is other work: it does not stand in for one that is busy or dirty
      wanted ? 0 : liquidRank,
      found.some((station) => !fits(station, bench, by)) ? 1 : 0,
      found.some((station) => !isFree(station, bench, by)) ? 1 : 0,
      fit ? 0 : 1,
      // the dirtiest that is clean enough, or the cleanest where none is
      fit ? -loadPctW : loadPctW,
    ];
  };
  return bench.lines
    .filter((line) => line.baths.length > 0 && (!wanted || liquidOfLine(line, bench.baths) === wanted))
    .map((line) => ({ line, score: score(line) }))
    .sort((a, b) => compare(a.score, b.score))[0]?.line;
}

/** The bath at a position, if the work of a step can be done in it. */
function stationInLine(line: Line, position: LinePosition, step: RouteStep, bench: RouteBench): string | undefined {
  const id = bathInLine(line, position);
  const station = bench.stations.find((one) => one.id === id);
  return station && (agitationOf(step) !== 'impeller' || stationKind(station.kind).stirs) ? station.id : undefined;
}

/** The best station of the kinds that a place asks for; kinds that serve instead come after, in their order. */
function bestOf(place: Place, step: RouteStep, route: Route, bench: RouteBench, by: Binding): string | undefined {
  const { kinds, instead = [], cutsOut, liquid: of } = placeShape(place);
  const cools = ({ id }: StationNow) =>
    step.tempC !== undefined && isCure(stepType(step.type)) && (bench.lamps[id]?.heaterToC ?? 0) < step.tempC ? 1 : 0;
  const cycles = ({ id }: StationNow) => bench.lamps[id]?.cutOutS !== undefined;
  return bench.stations
    .map((station) => ({ station, rank: [...kinds, ...instead].indexOf(station.kind) }))
    .filter(({ station, rank }) => rank >= 0 && (!cutsOut || cycles(station)))
    .filter(({ station }) => of === undefined || bench.baths[station.id]?.solvent === of)
    .map(({ station, rank }) => ({
      id: station.id,
      score: [
        rank,
        allowed(bench.baths[station.id]?.solvent, by) ? 0 : 1,
        cools(station),
        // a lamp that switches itself off is for those who ask for it
        !cutsOut && cycles(station) ? 1 : 0,
        fits(station.id, bench, by) ? 0 : 1,
        route.steps.some((one) => one.station === station.id) ? 0 : 1,
        isFree(station.id, bench, by) ? 0 : 1,
      ],
    }))
    .sort((a, b) => compare(a.score, b.score))[0]?.id;
}

/** Whether a card allows what stands somewhere; where nothing is known, nothing speaks against it. */
const allowed = (solvent: Solvent | undefined, { card }: Binding): boolean =>
  solvent === undefined || card === undefined || card.solvents.includes(solvent);

const compare = (a: readonly number[], b: readonly number[]): number => {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 ? 0 : a[at]! - b[at]!;
};

const isFree = (id: string, { stations }: RouteBench, { taken = {} }: Binding): boolean =>
  (taken[id] ?? 0) < (stations.find((one) => one.id === id)?.capacity ?? 1);

/** What was never measured is taken to fit. */
function fits(id: string, { spaces }: RouteBench, { part }: Binding): boolean {
  if (!part?.boxMm) return true;
  const box = spaces?.boxes?.[id];
  const wash = spaces?.wash?.[id];
  if (box && boxFit(id, id, part.boxMm, box).length > 0) return false;
  return !wash || fitsBox(part.boxMm, [...wash.openingMm, wash.depthMm - wash.impellerMm]);
}

/** What a route lacks on a bench, as one sentence; nothing where it can be run. */
export function lackWords({ name, steps, lacks }: BoundRoute): string | undefined {
  const [first] = lacks;
  if (!first) return undefined;
  const { title } = stepType(steps[first.step]!.type);
  return `${name} asks for ${first.words} (${title}, step ${first.step + 1}); this bench has none.`;
}
