export { OPEN_HANDLINGS, openRoutes } from './routes.ts';
