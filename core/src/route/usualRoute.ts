import type { BenchNow } from '../bench/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { procedureRoute } from './procedure.ts';
import { routeRefusal } from './rules.ts';
import { followsSchools, schoolsOf } from './schools.ts';
import type { Route } from './template.ts';
import { ROUTE_TEMPLATES, templateById } from './templates/index.ts';
import { TWO_BATHS } from './twoBaths.ts';

/** For whom a route is wanted, and where. */
export type RouteAsk = { readonly card: ResinCard; readonly part: PartFacts; readonly bench: BenchNow };

/** Everyday routes in the order in which they are offered: the first that a bench can run. */
const EVERYDAY = ['three-baths', 'two-baths', 'water-wash', 'one-bath', 'detergent', 'one-jar', 'jar-and-sun'] as const;

/**
 * The route that a batch takes when none is named: the maker's procedure, else the first everyday one that this bench, card and
 * part can run. Where the workshop has said what it prefers, it is the one that follows most of that, and is else most like the
 * everyday one.
 */
export function usualRoute(request: RouteAsk): Route {
  const own = procedureRoute(request.card);
  if (own) return own;
  const runs = (route: Route) => routeRefusal(route, request) === undefined;
  const everyday = EVERYDAY.map((id) => templateById(id)!).find(runs) ?? TWO_BATHS;
  const { schools = {} } = request.bench;
  if (Object.keys(schools).length === 0) return everyday;
  const others = ROUTE_TEMPLATES.filter((one) => one !== everyday);
  const like = schoolsOf(everyday);
  return (
    [everyday, ...others]
      .map((route) => ({ route, follows: followsSchools(route, schools), alike: followsSchools(route, like) }))
      .sort((a, b) => b.follows - a.follows || b.alike - a.alike)
      .find(({ route }) => runs(route))?.route ?? everyday
  );
}
