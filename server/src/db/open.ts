import path from 'node:path';
import { startThread } from '../threads/index.ts';
import { holdFolder } from './lock.ts';
import type { ThreadReply, ThreadRequest } from './pgliteThread.ts';
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

/** A commit that was written but could not be forced to disk, or a database that ended: nothing more can be taken. */
export class DatabaseLost extends DatabaseError {
  constructor(message: string) {
    super(message);
    this.name = 'DatabaseLost';
  }
}

/**
 * Opens (and if need be creates) the database in a folder, alone.
 * @param onLost told once when the database is lost while it is open; every call fails from then on
 * @throws FolderInUse when another process has it
 */
export async function openDb(
  folder: string,
  whoWeAre: () => string = () => `process ${process.pid}`,
  onLost: (error: DatabaseLost) => void = () => {},
): Promise<Db> {
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
  let gone: DatabaseError | undefined;
  let closing = false;
  const lose = (error: DatabaseError) => {
    if (gone) return;
    gone = error;
    failAll(error);
    if (error instanceof DatabaseLost) onLost(error);
  };
  thread.on('error', (error) => lose(new DatabaseLost(`The database’s thread failed: ${error.message}`)));
  thread.on('exit', () =>
    lose(closing ? new DatabaseError('the database is closed') : new DatabaseLost('The database’s thread ended.')),
  );

  const send = (op: ThreadRequest['op'], text?: string, values?: readonly unknown[]) =>
    new Promise<readonly unknown[]>((resolve, reject) => {
      if (gone) return reject(gone);
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
    sync: sharedSync(() =>
      turn(async () => {
        try {
          await send('sync');
        } catch (error) {
          const { message } = error as Error;
          lose(new DatabaseLost(`What was done is written, but could not be forced to disk: ${message}`));
          throw gone;
        }
      }),
    ),
    close: async () => {
      closing = true;
      try {
        await turn(() => send('close'));
      } finally {
        await thread.terminate();
        await release();
      }
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
