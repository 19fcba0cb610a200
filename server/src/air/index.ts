export { AIR_HANDLINGS, airRoutes } from './routes.ts';
