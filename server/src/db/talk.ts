import type { Worker } from 'node:worker_threads';
import type { ThreadReply, ThreadRequest } from './pgliteThread.ts';

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
export const WITHIN_MS: Readonly<Record<ThreadRequest['op'], number>> = {
  open: 600_000,
  query: 60_000,
  sync: 60_000,
  hold: 60_000,
  free: 60_000,
  close: 60_000,
};

/** What is said to the database's thread, and what becomes of who waits when it fails. */
export type Talk = {
  /** @throws DatabaseError what the database refused; DatabaseLost once it has gone */
  readonly send: (op: ThreadRequest['op'], text?: string, values?: readonly unknown[]) => Promise<readonly unknown[]>;
  /** Nothing more is taken: all who wait are told. @returns what it was lost by first */
  readonly lose: (error: DatabaseError) => DatabaseError;
  /** From here on a loss is told to whoever opened it. */
  readonly opened: () => void;
  /** From here on the end of the thread is meant. */
  readonly closing: () => void;
};

/** Each call has its own answer, in its own time. @param onLost told once */
export function talkTo(thread: Worker, limits: typeof WITHIN_MS, onLost: (error: DatabaseLost) => void): Talk {
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
  const lose = (error: DatabaseError): DatabaseError => {
    if (gone) return gone;
    gone = error;
    failAll(error);
    void thread.terminate();
    if (error instanceof DatabaseLost && opened) onLost(error);
    return error;
  };
  thread.on('error', (error) => lose(new DatabaseLost(`The database’s thread failed: ${error.message}`)));
  thread.on('exit', () =>
    lose(closing ? new DatabaseError('the database is closed') : new DatabaseLost('The database’s thread ended.')),
  );

  const send: Talk['send'] = (op, text, values) =>
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
  return {
    send,
    lose,
    opened: () => {
      opened = true;
    },
    closing: () => {
      closing = true;
    },
  };
}
