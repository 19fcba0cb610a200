export { BATCH_HANDLINGS, batchAfter } from './commands.ts';
export { createBatch } from './create.ts';
export { batchRoutes } from './routes.ts';
export { act } from './steps.ts';
export { eventsOf, loadBatch, openHeld, record } from './store.ts';
export { fillSummaries } from './summaries.ts';
