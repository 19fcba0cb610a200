export { recordRoutes } from './routes.ts';
export { chain, iso, seal } from './seal.ts';
