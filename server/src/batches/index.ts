export { batchRoutes } from './routes.ts';
export { eventsOf, loadBatch } from './store.ts';
