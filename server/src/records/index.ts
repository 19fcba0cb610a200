export { iso } from './body.ts';
export { recordRoutes } from './routes.ts';
export { chain, seal } from './seal.ts';
