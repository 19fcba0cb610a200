export { pricesOf } from './room.ts';
export { roomRoutes } from './routes.ts';
