export { iso, wholeBody } from './body.ts';
export { recordRoutes } from './routes.ts';
export { chain, newestRecord, seal, sha256 } from './seal.ts';
