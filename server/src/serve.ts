import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { FastifyInstance } from 'fastify';
import { buildApp } from './app.ts';
import { type DatabaseLost, type Db, migrate, openDb, readMigrations } from './db/index.ts';
import { LiveHub } from './live/hub.ts';

export type ServerOptions = {
  readonly folder: string;
  readonly port: number;
  readonly webFolder?: string;
  readonly logLevel?: string;
  /** fills an empty database before anyone can reach it */
  readonly fillEmpty?: (db: Db) => Promise<void>;
  /** told when the database is lost: nothing more can be taken */
  readonly onLost?: (error: DatabaseLost) => void;
  /** how far its clock is ahead of the machine's, ms: tests let hours pass so */
  readonly aheadMs?: () => number;
};
export type Running = {
  readonly app: FastifyInstance;
  readonly db: Db;
  readonly address: string;
  /** tells every page to read the bench anew */
  readonly refresh: () => void;
  readonly close: () => Promise<void>;
};

/** The migrations beside the source, or beside the bundle. */
export function migrationsFolder(): string {
  const beside = fileURLToPath(new URL('./migrations', import.meta.url));
  return existsSync(beside) ? beside : fileURLToPath(new URL('../sql/migrations', import.meta.url));
}

/** Opens the folder, brings it up to date and listens on this machine only. */
export async function startServer(options: ServerOptions): Promise<Running> {
  const address = `http://127.0.0.1:${options.port}`;
  const db = await openDb(options.folder, () => `North Step, process ${process.pid}, ${address}`, options.onLost);
  try {
    await migrate(db, await readMigrations(migrationsFolder()));
    await options.fillEmpty?.(db);
    const { aheadMs = () => 0 } = options;
    const live = new LiveHub();
    const context = { db, nowMs: () => Date.now() + aheadMs(), newId: () => randomUUID(), live };
    const app = await buildApp(context, {
      logLevel: options.logLevel,
      webFolder: options.webFolder,
      followEstimates: true,
    });
    await app.listen({ host: '127.0.0.1', port: options.port });
    const close = async () => {
      await app.close();
      await db.close();
    };
    return { app, db, address, refresh: () => live.publish(['bench', 'batches']), close };
  } catch (error) {
    await db.close();
    throw error;
  }
}
