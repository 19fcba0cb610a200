export { MEASURE_ASSUMPTIONS } from './assumptions.ts';
export { type Measurer, makeMeasurer } from './measure.ts';
export { MESH_LIMIT_BYTES, meshRoutes } from './routes.ts';
