import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite, types } from '@electric-sql/pglite';
import {
  CURRENT_SEGMENT,
  dropEmptyMark,
  force,
  forceAll,
  hasDatabase,
  keepLog,
  LogForcer,
  segmentsBetween,
} from './durable.ts';
import { LAYOUT } from './layout.ts';
import { PreparedStatements } from './prepared.ts';

/** The database in its own thread, so that a heavy query never stops the server from answering. */
export type ThreadRequest = {
  readonly id: number;
  readonly op: 'open' | 'query' | 'sync' | 'hold' | 'free' | 'close';
  readonly text?: string | undefined;
  readonly values?: readonly unknown[] | undefined;
};
export type ThreadReply =
  | { readonly id: number; readonly rows: readonly unknown[] }
  | {
      readonly id: number;
      readonly error: {
        readonly message: string;
        readonly code?: string | undefined;
        readonly constraint?: string | undefined;
      };
    };

const { folder } = workerData as { folder: string };
const port = parentPort!;
const parsers = { [types.INT8]: (text: string) => BigInt(text), [types.TIMESTAMPTZ]: (text: string) => new Date(text) };
/** A checkpoint comes after so much log, well within what is kept through it, and at least so often. */
const CHECKPOINT_SEGMENTS = 16;
const CHECKPOINT_MS = 3_600_000;

type Opened = { readonly db: PGlite; readonly log: LogForcer; readonly statements: PreparedStatements };
/** a copy is being made of the files */
let held = false;
/** where the last checkpoint was, and when */
let checkpoint: { readonly segment: string; readonly atMs: number };
const ready = openDurably();
let queue: Promise<unknown> = ready;

port.on('message', (request: ThreadRequest) => {
  queue = queue.then(
    () => answer(request),
    (error) =>
      port.postMessage({
        id: request.id,
        error: { message: (error as Error)?.message ?? String(error) },
      } satisfies ThreadReply),
  );
});

async function answer(request: ThreadRequest): Promise<void> {
  try {
    port.postMessage({ id: request.id, rows: await run(request) } satisfies ThreadReply);
  } catch (error) {
    const { message, code, constraint } = error as {
      message: string;
      code?: string | undefined;
      constraint?: string | undefined;
    };
    port.postMessage({ id: request.id, error: { message, code, constraint } } satisfies ThreadReply);
  }
}

async function run(request: ThreadRequest): Promise<readonly unknown[]> {
  const { db, log, statements } = await ready;
  switch (request.op) {
    case 'open':
      return [];
    case 'query':
      return statements.run(request.text!, request.values ?? []);
    case 'sync': {
      const segment = await currentSegment(db);
      log.upTo(segment);
      const { segment: last, atMs } = checkpoint;
      const due = segmentsBetween(last, segment) >= CHECKPOINT_SEGMENTS || Date.now() - atMs >= CHECKPOINT_MS;
      if (due && !held) {
        await makeCheckpoint(db);
        await statements.forget();
      }
      return [];
    }
    case 'hold':
      await makeCheckpoint(db);
      held = true;
      return [];
    case 'free':
      held = false;
      return [];
    case 'close':
      await db.exec('CHECKPOINT');
      await db.close();
      await forceAll(folder);
      return [];
  }
}

/** Opens the database with all of it on disk, so that what is acknowledged from now on needs only the log to be forced. */
async function openDurably(): Promise<Opened> {
  await dropEmptyMark(folder);
  if (!hasDatabase(folder)) await createWhole();
  await keepLog(folder);
  const db = await PGlite.create({ dataDir: folder, parsers });
  return { db, log: new LogForcer(folder, await settle(db)), statements: new PreparedStatements(db) };
}

/** Makes a new database beside its place and moves it there when it is whole: a cut on the way leaves none, never half of one. */
async function createWhole(): Promise<void> {
  const making = path.join(path.dirname(folder), LAYOUT.making);
  await rm(making, { recursive: true, force: true });
  await (await PGlite.create({ dataDir: making })).close();
  await forceAll(making);
  await rm(folder, { recursive: true, force: true });
  await rename(making, folder);
  await force(path.dirname(folder));
}

async function makeCheckpoint(db: PGlite): Promise<void> {
  await db.exec('CHECKPOINT');
  await settle(db);
}

/** Forces all that is written, from where the next checkpoint counts. @returns the segment that was written then */
async function settle(db: PGlite): Promise<string> {
  const segment = await currentSegment(db);
  await forceAll(folder);
  checkpoint = { segment, atMs: Date.now() };
  return segment;
}

async function currentSegment(db: PGlite): Promise<string> {
  const found = await db.query<{ name: string }>(CURRENT_SEGMENT.text);
  return found.rows[0]!.name;
}
