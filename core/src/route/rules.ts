import type { Finding, RouteCase } from './finding.ts';
import { HINT_RULES } from './hintRules.ts';
import { ORDER_RULES } from './orderRules.ts';
import type { Route } from './template.ts';

/** Everything there is to say of a route, refusals first. */
export function checkRoute(route: Route, facts: RouteCase = {}): readonly Finding[] {
  const order = { refused: 0, warned: 1, advised: 2 };
  return [...ORDER_RULES, ...HINT_RULES]
    .flatMap((judge) => judge(route, facts))
    .sort((a, b) => order[a.level] - order[b.level]);
}
/** The first refusal, as core, the API and the screen say it. */
export const routeRefusal = (route: Route, facts: RouteCase = {}): RefusedRoute | undefined =>
  checkRoute(route, facts).find((finding): finding is RefusedRoute => finding.level === 'refused');
type RefusedRoute = Extract<Finding, { readonly level: 'refused' }>;
