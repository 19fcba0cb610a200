export { type Estimator, makeEstimator } from './estimator.ts';
export { SolventBook } from './history.ts';
export { makeKeeper } from './keeper.ts';
export { estimateRoutes } from './routes.ts';
