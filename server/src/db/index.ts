export { CURRENT_SEGMENT, force, forceAll, isSegment } from './durable.ts';
export { FolderRefused, markFilled, markFilling } from './folder.ts';
export { LAYOUT } from './layout.ts';
export { FolderInUse, holderOf } from './lock.ts';
export { migrate, NewerDatabase, readMigrations } from './migrate.ts';
export { DatabaseError, DatabaseLost, openDb } from './open.ts';
export { dropUnfinished, readFile, storeFile } from './pieces.ts';
export { type Space, SpaceWatch } from './space.ts';
export { allOf, type Db, type Queryable, type Sql, sql, type Writing } from './types.ts';
