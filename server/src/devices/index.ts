export { type NewDevice, registerDevice } from './register.ts';
export { deviceRoutes } from './routes.ts';
export { traceKeeper, traceOf } from './trace.ts';
