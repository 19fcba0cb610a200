export { FolderInUse, holdFolder } from './lock.ts';
export { migrate, NewerDatabase, readMigrations } from './migrate.ts';
export { DatabaseError, DatabaseLost, openDb } from './open.ts';
export { dropUnfinished, type FileKind, readFile, storeFile } from './pieces.ts';
export { type Db, type Queryable, type Sql, sql } from './types.ts';
