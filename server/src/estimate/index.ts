export { type Estimator, makeEstimator } from './estimator.ts';
export { historyKey, readHistory } from './history.ts';
export { type Keeper, makeKeeper } from './keeper.ts';
export { estimateRoutes } from './routes.ts';
