import { placeShape } from '../bench/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { type Binding, bindRoute, type Lack, NOWHERE, type RouteBench } from './bindRoute.ts';
import { stepType } from './kinds/index.ts';
import { placeOfStep, type Route, type RouteStep, validateRoute } from './template.ts';

export const ROUTE_FORMAT = 'north-step-route-1';
/** A route as it goes from one workshop to another: places by kind, never a station of the bench that it came from. */
export type RouteFile = { readonly format: typeof ROUTE_FORMAT } & Pick<Route, 'name' | 'dose' | 'note' | 'steps'>;

export const routeFile = ({ name, dose, note, steps }: Route): RouteFile => ({
  format: ROUTE_FORMAT,
  name,
  dose,
  note,
  steps: steps.map(({ station: _, ...step }) => step),
});

/** Reads such a file. @returns refused where it is none, or where a step is not known here */
export function readRouteFile(text: string): Result<RouteFile, Refusal> {
  let file: Partial<RouteFile>;
  try {
    file = JSON.parse(text) as Partial<RouteFile>;
  } catch {
    return refuse(notRead('It is no JSON.'));
  }
  if (file?.format !== ROUTE_FORMAT || !Array.isArray(file.steps))
    return refuse(notRead(`It does not say ${ROUTE_FORMAT}.`));
  if (!file.steps.every((step) => typeof step === 'object' && step !== null))
    return refuse(notRead('One of its steps says nothing.'));
  const { name = '', dose = 'look', note = '', steps } = file;
  const read = routeFile({ id: 'taken', version: 1, name: String(name), dose, note: String(note), steps });
  const breach = validateRoute({ ...read, id: 'taken', version: 1 })[0];
  return breach ? refuse(notRead(breach.message)) : ok(read);
}
const notRead = (why: string): Refusal => ({
  code: 'BAD_VALUE',
  field: 'file',
  message: `This is no route that can be read: ${why} Nothing was taken in.`,
  remedy: 'Take a file that a route was saved to.',
});

/** Where a step of a foreign route is done here. */
export type Rebound = {
  readonly step: RouteStep;
  /** what it asks for */
  readonly asks: string;
  /** station of this bench; nothing where it has none */
  readonly station?: string;
  /** another kind of station serves instead */
  readonly instead: boolean;
};

/** A foreign route on this bench: where each step is done, what serves instead, and what is missing. */
export function rebind(
  file: RouteFile,
  bench: RouteBench,
  by: Binding = {},
): { readonly steps: readonly Rebound[]; readonly lacks: readonly Lack[] } {
  const bound = bindRoute({ ...file, id: 'taken', version: 1 }, bench, by);
  const steps = bound.steps.map((step, i): Rebound => {
    const place = placeShape(placeOfStep(file.steps[i]!));
    const at = bench.stations.find(({ id }) => id === step.station);
    return {
      step: file.steps[i]!,
      asks: place.words,
      ...(step.station === NOWHERE ? {} : { station: step.station }),
      instead: at !== undefined && !(place.kinds as readonly string[]).includes(at.kind),
    };
  });
  return { steps, lacks: bound.lacks };
}

/** What is missing for it, each thing once, with the first step that asks for it. */
export const missingWords = ({ steps }: Pick<RouteFile, 'steps'>, lacks: readonly Lack[]): readonly string[] =>
  lacks
    .filter(({ words }, i) => lacks.findIndex((one) => one.words === words) === i)
    .map(({ step, words }) => `${words} (${stepType(steps[step]!.type).title}, step ${step + 1})`);
