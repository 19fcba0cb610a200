export { makeBatchMaps } from './batchMaps.ts';
export { type LightMapper, makeLightMapper } from './mapper.ts';
export { makePairKeeper } from './pairs.ts';
export { lightHandlings, lightRoutes } from './routes.ts';
