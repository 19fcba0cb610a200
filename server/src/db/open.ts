import path from 'node:path';
import { startThread } from '../threads/index.ts';
import { examineFolder, forgetHalfFilled, refusedToOpen } from './folder.ts';
import { LAYOUT } from './layout.ts';
import { holdFolder } from './lock.ts';
import { DatabaseLost, type Talk, talkTo, WITHIN_MS } from './talk.ts';
import { type Db, type Queryable, queryable, type Sql, type Writing } from './types.ts';

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
  const thread = startThread(new URL('./pgliteThread.ts', import.meta.url), {
    folder: path.resolve(folder, LAYOUT.database),
  });
  const talk = talkTo(thread, { ...WITHIN_MS, ...withinMs }, onLost);
  const { send } = talk;
  try {
    await send('open');
  } catch (error) {
    talk.closing();
    await thread.terminate();
    throw refusedToOpen(folder, (error as Error).message);
  }
  talk.opened();
  const inside = queryable(({ text, values }: Sql) => send('query', text, values));
  const turn = makeTurns();
  const outside = queryable(({ text, values }: Sql) => turn(() => send('query', text, values)));

  const { forceLog, write } = writing(talk, inside);
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
      talk.closing();
      try {
        await turn(() => send('close'));
      } finally {
        await thread.terminate();
        await release();
      }
    },
  };
}

/** A transaction that is written, and its log forced to disk. */
function writing({ send, lose }: Talk, inside: Queryable) {
  const forceLog = async () => {
    try {
      await send('sync');
    } catch (error) {
      const { message } = error as Error;
      throw lose(new DatabaseLost(`What was done is written, but could not be forced to disk: ${message}`));
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
  return { forceLog, write };
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
