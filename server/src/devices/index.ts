export { type NewDevice, registerDevice } from './register.ts';
export { deviceRoutes } from './routes.ts';
