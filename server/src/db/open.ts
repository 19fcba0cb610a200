import path from 'node:path';
import { startThread } from '../threads/index.ts';
import { examineFolder, forgetHalfFilled, refusedToOpen } from './folder.ts';
import { LAYOUT } from './layout.ts';
import { holdFolder } from './lock.ts';
import type { ThreadReply, ThreadRequest } from './pgliteThread.ts';
import { type Db, queryable, type Sql, type Writing } from './types.ts';

/** A statement the database refused. `code` is the SQLSTATE. */
export class DatabaseError extends Error {
  readonly code?: string | undefined;
  readonly constraint?: string | undefined;
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

/** What the disk did to a statement, or what was found on it. @source PostgreSQL documentation, appendix A: classes 58, 53100, XX001, XX002 */
const DISK_FAILED = /^(58...|53100|XX00[12])$/;

/** A call is given so long, whatever the disk does; opening may have a long log to work off. */
const WITHIN_MS: Readonly<Record<ThreadRequest['op'], number>> = {
  open: 600_000,
  query: 60_000,
  sync: 60_000,
  hold: 60_000,
  free: 60_000,
  close: 60_000,
};

export type OpenOptions = {
  /** what is told to whoever comes second */
  readonly whoWeAre?: (() => string) | undefined;
  /** told once when the database is lost while it is open; every call fails from then on */
  readonly onLost?: ((error: DatabaseLost) => void) | undefined;
  /** how long a call may take, by what it does; tests cannot wait */
  readonly withinMs?: Partial<typeof WITHIN_MS> | undefined;
};

/**
 * Opens (and if need be creates) the database in a folder, alone.
 * @throws FolderInUse when another process has it; FolderRefused when it is not ours, or does not open
 */
export async function openDb(folder: string, options: OpenOptions = {}): Promise<Db> {
  const { whoWeAre = () => `process ${process.pid}` } = options;
  const release = await holdFolder(folder, whoWeAre);
  try {
    await examineFolder(folder);
    await forgetHalfFilled(folder);
    return await openHeld(folder, options, release);
  } catch (error) {
    await release();
    throw error;
  }
}

async function openHeld(
  folder: string,
  { onLost = () => {}, withinMs = {} }: OpenOptions,
  release: () => Promise<void>,
): Promise<Db> {
  const limits = { ...WITHIN_MS, ...withinMs };
  const thread = startThread(new URL('./pgliteThread.ts', import.meta.url), {
    folder: path.resolve(folder, LAYOUT.database),
  });
  const waiting = new Map<number, { resolve: (rows: readonly unknown[]) => void; reject: (error: Error) => void }>();
  let nextId = 1;
  thread.on('message', (reply: ThreadReply) => {
    const promise = waiting.get(reply.id);
    waiting.delete(reply.id);
    if (!('error' in reply)) return promise?.resolve(reply.rows);
    const { message, code, constraint } = reply.error;
    if (!DISK_FAILED.test(code ?? '')) return promise?.reject(new DatabaseError(message, code, constraint));
    const lost = new DatabaseLost(`The database cannot use its disk: ${message}.`);
    promise?.reject(lost);
    lose(lost);
  });
  const failAll = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
  };
  let gone: DatabaseError | undefined;
  let closing = false;
  let opened = false;
  const lose = (error: DatabaseError) => {
    if (gone) return;
    gone = error;
    failAll(error);
    void thread.terminate();
    if (error instanceof DatabaseLost && opened) onLost(error);
  };
  thread.on('error', (error) => lose(new DatabaseLost(`The database’s thread failed: ${error.message}`)));
  thread.on('exit', () =>
    lose(closing ? new DatabaseError('the database is closed') : new DatabaseLost('The database’s thread ended.')),
  );

  const send = (op: ThreadRequest['op'], text?: string, values?: readonly unknown[]) =>
    new Promise<readonly unknown[]>((resolve, reject) => {
      if (gone) return reject(gone);
      const id = nextId++;
      const tooLong = setTimeout(
        () => lose(new DatabaseLost(`The database has not answered for ${limits[op] / 1000} s.`)),
        limits[op],
      );
      waiting.set(id, {
        resolve: (rows) => {
          clearTimeout(tooLong);
          resolve(rows);
        },
        reject: (error) => {
          clearTimeout(tooLong);
          reject(error);
        },
      });
      thread.postMessage({ id, op, text, values } satisfies ThreadRequest);
    });
  try {
    await send('open');
  } catch (error) {
    closing = true;
    await thread.terminate();
    throw refusedToOpen(folder, (error as Error).message);
  }
  opened = true;
  const inside = queryable(({ text, values }: Sql) => send('query', text, values));
  const turn = makeTurns();
  const outside = queryable(({ text, values }: Sql) => turn(() => send('query', text, values)));

  const forceLog = async () => {
    try {
      await send('sync');
    } catch (error) {
      const { message } = error as Error;
      lose(new DatabaseLost(`What was done is written, but could not be forced to disk: ${message}`));
      throw gone;
    }
  };
  /** What needs no answer to go on is sent at once: the thread works in the order of what it is sent. */
  const write = async <T>(work: (tx: Writing) => Promise<T>, forced: () => boolean) => {
    const begun = send('query', 'BEGIN');
    begun.catch(() => {});
    const last: Sql[] = [];
    try {
      const result = await work({ ...inside, last: (statement) => void last.push(statement) });
      const sent = [begun, ...last.map(({ text, values }) => send('query', text, values)), send('query', 'COMMIT')];
      const isForced = forced();
      await Promise.all(isForced ? [...sent, forceLog()] : sent);
      return { result, isForced };
    } catch (error) {
      await Promise.all([begun, send('query', 'ROLLBACK')]);
      throw error;
    }
  };
  const transaction = <T>(work: (tx: Writing) => Promise<T>) =>
    turn(async () => (await write(work, () => false)).result);
  const sync = sharedSync(() => turn(forceLog));

  return {
    ...outside,
    folder,
    transaction,
    durably: async (work) => {
      const { result, isForced } = await turn((isLast) => write(work, isLast));
      if (!isForced) await sync();
      return result;
    },
    sync,
    unforced: { durably: transaction, sync: async () => {} },
    hold: async (work) => {
      await turn(() => send('hold'));
      try {
        return await work();
      } finally {
        await turn(() => send('free'));
      }
    },
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

/** One connection: whoever comes later waits for a turn. Who has it can ask whether anybody waits. */
function makeTurns() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: (isLast: () => boolean) => Promise<T>): Promise<T> => {
    const begin = () => work(() => last === ended);
    const mine = last.then(begin, begin);
    const ended: Promise<unknown> = mine.catch(() => {});
    last = ended;
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
