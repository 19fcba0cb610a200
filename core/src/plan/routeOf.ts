import { type BoundRoute, bindRoute, procedureRoute, TWO_BATHS } from '../route/index.ts';
import type { BatchRequest } from './request.ts';

/** The route of a batch, with the stations of this bench where it is done. */
export const routeOf = (request: RouteAsked): BoundRoute =>
  bindRoute(request.route ?? (request.card && procedureRoute(request.card)) ?? TWO_BATHS, request.bench, request);
type RouteAsked = Pick<BatchRequest, 'route' | 'bench' | 'taken'> & Partial<Pick<BatchRequest, 'card' | 'part'>>;
