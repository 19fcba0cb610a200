export { RECLAIM_HANDLINGS, reclaimRoutes } from './routes.ts';
