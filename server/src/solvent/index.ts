export { type Booking, book } from './posting.ts';
export { lastFill } from './readings.ts';
export { SOLVENT_HANDLINGS, solventRoutes } from './routes.ts';
export { gramsOf, markSettled, settleLoss } from './shared.ts';
