export { recordRoutes } from './routes.ts';
export { seal } from './seal.ts';
