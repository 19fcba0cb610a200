export { withCopy } from './make.ts';
export { backupRoutes } from './routes.ts';
