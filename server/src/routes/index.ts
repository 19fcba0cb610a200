export { newestRoute } from './queries.ts';
export { routeRoutes } from './routes.ts';
