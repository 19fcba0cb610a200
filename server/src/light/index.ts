export { type BatchMaps, makeBatchMaps } from './batchMaps.ts';
export { type LightMapper, makeLightMapper } from './mapper.ts';
export { makePairKeeper, type PairKeeper } from './pairs.ts';
export { lightHandlings, lightRoutes } from './routes.ts';
