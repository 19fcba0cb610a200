export { pricesOf } from './room.ts';
export { ROOM_HANDLINGS, roomRoutes } from './routes.ts';
