export { BackupFailed, makeBackup, restoreBackup } from './make.ts';
export { backupRoutes } from './routes.ts';
