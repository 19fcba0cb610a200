import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { FastifyInstance } from 'fastify';
import { buildApp } from './app.ts';
import { fillSummaries } from './batches/index.ts';
import { benchSetting } from './bench/index.ts';
import { lastFactMs, WorkClock } from './clock.ts';
import type { Context } from './context.ts';
import {
  type DatabaseLost,
  type Db,
  markFilled,
  markFilling,
  migrate,
  openDb,
  readMigrations,
  SpaceWatch,
  sql,
} from './db/index.ts';
import { Practice } from './devices/index.ts';
import { LiveHub } from './live/hub.ts';
import { furnishBare } from './setUp.ts';
import { keepZone } from './zone.ts';

export type ServerOptions = {
  readonly folder: string;
  readonly port: number;
  readonly webFolder?: string | undefined;
  readonly logLevel?: string;
  /** fills an empty database before anyone can reach it */
  readonly fillEmpty?: ((db: Db) => Promise<void>) | undefined;
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
  const db = await openDb(options.folder, {
    whoWeAre: () => `North Step, process ${process.pid}, ${address}`,
    onLost: options.onLost,
  });
  const space = new SpaceWatch(options.folder);
  try {
    await migrate(db, await readMigrations(migrationsFolder()));
    await fillSummaries(db);
    if (options.fillEmpty) await fillOnce(db, options.fillEmpty);
    await furnishBare(db);
    keepZone((await benchSetting(db)).ways?.zone);
    await space.look();
    const { aheadMs = () => 0 } = options;
    const live = new LiveHub();
    const clock = new WorkClock((await lastFactMs(db)) - aheadMs());
    const practice = new Practice(address);
    const context: Context = {
      db,
      nowMs: () => clock.nowMs() + aheadMs(),
      clock,
      newId: () => randomUUID(),
      live,
      space: () => space.space,
      practice,
    };
    space.follow(() => live.publish(['bench']));
    const app = await buildApp(context, {
      logLevel: options.logLevel,
      webFolder: options.webFolder,
      followEstimates: true,
    });
    await app.listen({ host: '127.0.0.1', port: options.port });
    await practice.resume(db);
    const close = async () => {
      space.stop();
      await practice.close();
      await app.close();
      await db.close();
    };
    return { app, db, address, refresh: () => live.publish(['bench', 'batches']), close };
  } catch (error) {
    space.stop();
    await db.close().catch(() => {});
    throw error;
  }
}

/** Fills an empty database to its end, or not at all: killed on the way, it is filled anew at the next start. */
async function fillOnce(db: Db, fill: (db: Db) => Promise<void>): Promise<void> {
  const { n } = await db.one<{ n: number }>(sql`SELECT count(*)::int AS n FROM person`);
  if (n > 0) return;
  await markFilling(db.folder);
  await fill(db);
  await db.sync();
  await markFilled(db.folder);
}
