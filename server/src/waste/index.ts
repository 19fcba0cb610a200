export { WASTE_HANDLINGS, wasteRoutes } from './routes.ts';
export { addRunWaste } from './store.ts';
