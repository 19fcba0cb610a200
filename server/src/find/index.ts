export { doneTo } from './done.ts';
export { findRoutes } from './routes.ts';
export { foundBy } from './where.ts';
