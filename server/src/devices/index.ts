export { traceOf } from './lightTrace.ts';
export { litSoFar } from './litSoFar.ts';
export { newToken, Practice } from './practice.ts';
export { type NewDevice, registerDevice } from './register.ts';
export { deviceRoutes } from './routes.ts';
export { sampleKeeper } from './samples.ts';
export { washesSoFar } from './washTrace.ts';
