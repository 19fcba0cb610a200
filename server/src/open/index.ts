export { openRoutes } from './routes.ts';
