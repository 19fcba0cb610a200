export { type Done, doneTo, NOTHING_DONE } from './done.ts';
export { findRoutes } from './routes.ts';
export { foundBy } from './where.ts';
