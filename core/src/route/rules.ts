import { type ResinCard, validateCard } from '../resin/index.ts';
import type { Breach } from '../units/index.ts';
import { type BoundRoute, bindRoute, lackWords, type RouteBench } from './bindRoute.ts';
import { type Finding, type RouteCase, refused } from './finding.ts';
import { HINT_RULES } from './hintRules.ts';
import { ORDER_RULES } from './orderRules.ts';
import { procedureRoute, untimedSteps } from './procedure.ts';
import { type Route, validateRoute } from './template.ts';

/** Everything there is to say of a route, refusals first. */
export function checkRoute(route: Route, known: RouteCase = {}): readonly Finding[] {
  const { bench } = known;
  const bound = bench && bindRoute(route, bench, known);
  const facts: RouteCase = bound
    ? { solventAt: (i) => bench.baths[bound.steps[i]!.station]?.solvent, ...known }
    : known;
  const order = { refused: 0, warned: 1, advised: 2 };
  return [
    ...(bound ? lackings(bound) : []),
    ...[...ORDER_RULES, ...HINT_RULES].flatMap((judge) => judge(route, facts)),
  ].sort((a, b) => order[a.level] - order[b.level]);
}
function lackings(bound: BoundRoute): readonly Finding[] {
  const words = lackWords(bound);
  return words === undefined ? [] : [refused('NO_STATION', words, 'Take another route.', bound.lacks[0]!.step)];
}

/** The first refusal, as core, the API and the screen say it. */
export const routeRefusal = (route: Route, facts: RouteCase = {}): RefusedRoute | undefined =>
  checkRoute(route, facts).find((finding): finding is RefusedRoute => finding.level === 'refused');
/** The first refusal that holds wherever the liquids are as here: what only this bench lacks may stand on another. */
export const orderRefusal = (route: Route, bench: RouteBench): RefusedRoute | undefined =>
  checkRoute(route, { bench }).find(
    (finding): finding is RefusedRoute => finding.level === 'refused' && finding.code !== 'NO_STATION',
  );
type RefusedRoute = Extract<Finding, { readonly level: 'refused' }>;

/** Every way a card breaks its own rules, its procedure too. Empty when it can be used. */
export const cardBreaches = (card: ResinCard): readonly Breach[] => [...validateCard(card), ...procedureBreaches(card)];

/** Every way the procedure of a card breaks its own rules. Empty where it can be run, or the card has none. */
export function procedureBreaches(card: ResinCard): readonly Breach[] {
  const own = procedureRoute(card);
  if (!own) return [];
  const at = (path: string, why: string): Breach => ({ path: `procedure.${path}`, message: `procedure: ${why}` });
  const form = validateRoute(own).map(({ path, message }) => at(path, message));
  if (form.length > 0) return form;
  const untimed = untimedSteps(card).map((title) => at('steps', `“${title}” has no seconds.`));
  const refusal = routeRefusal(own, { card });
  return [...untimed, ...(refusal ? [at('steps', refusal.message)] : [])];
}
