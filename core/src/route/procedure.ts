import type { ResinCard, ValidatedProcedure } from '../resin/index.ts';
import { kindShape, stepType } from './kinds/index.ts';
import { kindOf, type Route, type RouteStep } from './template.ts';
import { templateById } from './templates/index.ts';

/** Id of the route that a validated card brings along. */
export const PROCEDURE_ID = 'procedure';

/** The order of work that a validated card prescribes, every time exact; nothing for other cards. */
export function procedureRoute({ procedure }: Pick<ResinCard, 'procedure'>): Route | undefined {
  if (!procedure) return undefined;
  const { note } = templateById(PROCEDURE_ID)!;
  return { id: PROCEDURE_ID, name: procedure.reference, version: 1, dose: 'card', note, steps: stepsOf(procedure) };
}

/** Cards of before whole procedures name two washes, a rest and a light: in two jars. */
function stepsOf(procedure: ValidatedProcedure): readonly RouteStep[] {
  if ('steps' in procedure) return procedure.steps as readonly RouteStep[];
  const washesS = [procedure.wash1S, procedure.wash2S];
  return templateById(PROCEDURE_ID)!.steps.map((step): RouteStep => {
    const kind = kindOf(step);
    if (kind === 'wash') return { ...step, seconds: washesS.shift()! };
    if (kind === 'dry') return { ...step, seconds: procedure.dryS };
    return kind === 'cure' ? { ...step, seconds: procedure.cureS } : step;
  });
}

/** What a validated card is quoted by: its first rest, and all its light. @returns s */
export function procedureTimes(card: Pick<ResinCard, 'procedure'>): { readonly dryS: number; readonly lightS: number } {
  const steps = procedureRoute(card)?.steps ?? [];
  const lights = steps.filter((step) => kindOf(step) === 'cure');
  return {
    dryS: steps.find((step) => kindOf(step) === 'dry')?.seconds ?? 0,
    lightS: lights.reduce((sum, { seconds = 0 }) => sum + seconds, 0),
  };
}

/** Whether a procedure fixes how long a step takes: what wets, dries, lights or heats the parts. */
const isExact = (step: RouteStep): boolean => {
  const shape = kindShape(kindOf(step));
  return shape.wets !== undefined || shape.soaks || shape.dries || shape.lights || shape.heats?.({}) === true;
};
/** The exact steps of a route in order, as words to compare. */
const orderOf = (route: Route): string =>
  route.steps
    .filter(isExact)
    .map((step) => step.type)
    .join(', ');

/** The order of work that a card prescribes in place of a route that goes the same way; any other route stays as it is. */
export function ownOrder(card: Pick<ResinCard, 'procedure'>, route: Route): Route {
  const own = procedureRoute(card);
  return own && (route.id === PROCEDURE_ID || orderOf(route) === orderOf(own)) ? own : route;
}

/** How a route differs from what a validated card prescribes, in words; nothing where it does not. */
export function unlikeProcedure(card: Pick<ResinCard, 'procedure'>, route: Route): string | undefined {
  const own = procedureRoute(card);
  if (!own) return undefined;
  const steps = (of: Route) => of.steps.filter(isExact);
  const told = (of: Route) => steps(of).map(({ type }) => stepType(type).title.toLowerCase());
  if (route.id !== PROCEDURE_ID && orderOf(own) !== orderOf(route)) return told(own).join(', ');
  const off = steps(route).find(({ seconds }, i) => seconds !== undefined && seconds !== steps(own)[i]?.seconds);
  return off && `${stepType(off.type).title.toLowerCase()} at its own time`;
}

/** A procedure leaves nothing to models: every step that one would plan has its time. */
export function untimedSteps(card: Pick<ResinCard, 'procedure'>): readonly string[] {
  return (procedureRoute(card)?.steps ?? [])
    .filter((step) => isExact(step) && stepType(step.type).mode === 'timed' && step.seconds === undefined)
    .map(({ type }) => stepType(type).title);
}
