export { type AppOptions, buildApp } from './app.ts';
export type { BenchSetting } from './bench/index.ts';
export { runFromCommandLine } from './cli.ts';
export type { Context } from './context.ts';
export {
  DatabaseError,
  type Db,
  FolderInUse,
  migrate,
  NewerDatabase,
  openDb,
  readMigrations,
  sql,
} from './db/index.ts';
export { type NewDevice, newToken, registerDevice } from './devices/index.ts';
export { SolventBook } from './estimate/index.ts';
export { LiveHub } from './live/hub.ts';
export { type Running, type ServerOptions, startServer } from './serve.ts';
export { setUpWorkshop, type Workshop } from './setUp.ts';
