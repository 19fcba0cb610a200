import path from 'node:path';
import { holdFolder } from './lock.ts';
import type { ThreadReply, ThreadRequest } from './pgliteThread.ts';
import { startThread } from './thread.ts';
import { type Db, type Queryable, queryable, type Sql } from './types.ts';

/** A statement the database refused. `code` is the SQLSTATE. */
export class DatabaseError extends Error {
  readonly code?: string;
  readonly constraint?: string;
  constructor(message: string, code?: string, constraint?: string) {
    super(message);
    this.name = 'DatabaseError';
    this.code = code;
    this.constraint = constraint;
  }
}

/**
 * Opens (and if need be creates) the database in a folder, alone.
 * @throws FolderInUse when another process has it
 */
export async function openDb(folder: string, whoWeAre: () => string = () => `process ${process.pid}`): Promise<Db> {
  const release = await holdFolder(folder, whoWeAre);
  const thread = startThread(new URL('./pgliteThread.ts', import.meta.url), { folder: path.resolve(folder, 'pg') });
  const waiting = new Map<number, { resolve: (rows: readonly unknown[]) => void; reject: (error: Error) => void }>();
  let nextId = 1;
  thread.on('message', (reply: ThreadReply) => {
    const promise = waiting.get(reply.id);
    waiting.delete(reply.id);
    if ('error' in reply)
      promise?.reject(new DatabaseError(reply.error.message, reply.error.code, reply.error.constraint));
    else promise?.resolve(reply.rows);
  });
  const failAll = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  };
  thread.on('error', failAll);
  thread.on('exit', () => failAll(new DatabaseError('the database is closed')));

  const send = (op: ThreadRequest['op'], text?: string, values?: readonly unknown[]) =>
    new Promise<readonly unknown[]>((resolve, reject) => {
      const id = nextId++;
      waiting.set(id, { resolve, reject });
      thread.postMessage({ id, op, text, values } satisfies ThreadRequest);
    });
  const inside = queryable(({ text, values }: Sql) => send('query', text, values));
  const turn = makeTurns();
  const outside = queryable(({ text, values }: Sql) => turn(() => send('query', text, values)));

  return {
    ...outside,
    folder,
    transaction: <T>(work: (tx: Queryable) => Promise<T>) =>
      turn(async () => {
        await send('exec', 'BEGIN');
        try {
          const result = await work(inside);
          await send('exec', 'COMMIT');
          return result;
        } catch (error) {
          await send('exec', 'ROLLBACK');
          throw error;
        }
      }),
    sync: sharedSync(() => turn(async () => void (await send('sync')))),
    close: async () => {
      await turn(() => send('close'));
      await thread.terminate();
      await release();
    },
  };
}

/** One connection: whoever comes later waits for a turn. */
function makeTurns() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>): Promise<T> => {
    const mine = last.then(work, work);
    last = mine.catch(() => {});
    return mine;
  };
}

/** Calls that come while a sync is on its way share the next one. */
export function sharedSync(run: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | undefined;
  let queued: Promise<void> | undefined;
  const begin = () => {
    running = run().finally(() => {
      running = undefined;
    });
    return running;
  };
  return () => {
    if (!running) return begin();
    queued ??= running
      .catch(() => {})
      .then(() => {
        queued = undefined;
        return begin();
      });
    return queued;
  };
}
