export { computeRoutes } from './routes.ts';
