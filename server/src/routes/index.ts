export { newestRoute } from './queries.ts';
export { ROUTE_HANDLINGS, routeRoutes } from './routes.ts';
