export { type Asker, askThread } from './askThread.ts';
export { chunksOf } from './chunks.ts';
export { FolderInUse, holdFolder } from './lock.ts';
export { migrate, NewerDatabase, readMigrations } from './migrate.ts';
export { DatabaseError, DatabaseLost, openDb } from './open.ts';
export { startThread } from './thread.ts';
export { type Db, type Queryable, type Sql, sql } from './types.ts';
