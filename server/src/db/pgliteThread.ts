import { open, readdir } from 'node:fs/promises';
import path from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite, types } from '@electric-sql/pglite';

/** The database in its own thread, so that a heavy query never stops the server from answering. */
export type ThreadRequest = {
  readonly id: number;
  readonly op: 'query' | 'exec' | 'sync' | 'close';
  readonly text?: string;
  readonly values?: readonly unknown[];
};
export type ThreadReply =
  | { readonly id: number; readonly rows: readonly unknown[] }
  | {
      readonly id: number;
      readonly error: { readonly message: string; readonly code?: string; readonly constraint?: string };
    };

const { folder } = workerData as { folder: string };
const port = parentPort!;
const parsers = { [types.INT8]: (text: string) => BigInt(text), [types.TIMESTAMPTZ]: (text: string) => new Date(text) };
const ready = PGlite.create({ dataDir: folder, parsers });
let lastSegment: string | undefined;
let queue: Promise<unknown> = ready;

port.on('message', (request: ThreadRequest) => {
  queue = queue.then(
    () => answer(request),
    (error) =>
      port.postMessage({
        id: request.id,
        error: { message: `the database did not open: ${error}` },
      } satisfies ThreadReply),
  );
});

async function answer(request: ThreadRequest): Promise<void> {
  try {
    port.postMessage({ id: request.id, rows: await run(request) } satisfies ThreadReply);
  } catch (error) {
    const { message, code, constraint } = error as { message: string; code?: string; constraint?: string };
    port.postMessage({ id: request.id, error: { message, code, constraint } } satisfies ThreadReply);
  }
}

async function run(request: ThreadRequest): Promise<readonly unknown[]> {
  const db = await ready;
  switch (request.op) {
    case 'query':
      return (await db.query(request.text!, [...(request.values ?? [])])).rows;
    case 'exec':
      await db.exec(request.text!);
      return [];
    case 'sync':
      await syncLog(db);
      return [];
    case 'close':
      await db.exec('CHECKPOINT');
      await db.close();
      return [];
  }
}

/** PGlite makes no sync call of its own: force the log segments written since the last time to disk. */
async function syncLog(db: PGlite): Promise<void> {
  const current = (await db.query<{ name: string }>('SELECT pg_walfile_name(pg_current_wal_lsn()) AS name')).rows[0]!
    .name;
  const logFolder = path.join(folder, 'pg_wal');
  const segments = (await readdir(logFolder)).filter((name) => /^[0-9A-F]{24}$/.test(name));
  const due = segments.filter(
    (name) => name === current || (lastSegment !== undefined && name >= lastSegment && name < current),
  );
  for (const name of due) {
    const file = await open(path.join(logFolder, name), 'r+');
    await file.datasync();
    await file.close();
  }
  if (current !== lastSegment) {
    const directory = await open(logFolder, 'r');
    await directory.sync();
    await directory.close();
  }
  lastSegment = current;
}
