export { BackupFailed, makeBackup, restoreBackup, withCopy } from './make.ts';
export { backupRoutes } from './routes.ts';
