export { type Booking, book } from './posting.ts';
export { solventRoutes } from './routes.ts';
