import type { BenchNow } from '../bench/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { procedureRoute } from './procedure.ts';
import { routeRefusal } from './rules.ts';
import type { Route } from './template.ts';
import { templateById } from './templates/index.ts';
import { TWO_BATHS } from './twoBaths.ts';

/** For whom a route is wanted, and where. */
export type RouteAsk = { readonly card: ResinCard; readonly part: PartFacts; readonly bench: BenchNow };

/** Everyday routes in the order in which they are offered: the first that a bench can run. */
const EVERYDAY = ['three-baths', 'two-baths', 'water-wash', 'one-bath', 'detergent', 'one-jar', 'jar-and-sun'] as const;

/** The route that a batch takes when none is named: the maker's procedure, else the first everyday one that this bench, card and part can run. */
export function usualRoute(request: RouteAsk): Route {
  const own = procedureRoute(request.card);
  if (own) return own;
  const runs = EVERYDAY.map((id) => templateById(id)!).find((one) => routeRefusal(one, request) === undefined);
  return runs ?? TWO_BATHS;
}
