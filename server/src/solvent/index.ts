export { type Booking, book } from './posting.ts';
export { lastFill } from './readings.ts';
export { solventRoutes } from './routes.ts';
export { gramsOf, markSettled, settleLoss } from './shared.ts';
