export { batchAfter } from './after.ts';
export { BATCH_HANDLINGS } from './commands.ts';
export { createBatch } from './create.ts';
export { batchRoutes } from './routes.ts';
export { eventsOf, loadBatch, openHeld, record } from './store.ts';
export { fillSummaries } from './summaries.ts';
export { act } from './write.ts';
