import path from 'node:path';
import { parseArgs } from 'node:util';
import { FolderInUse, FolderRefused, NewerDatabase } from './db/index.ts';
import { type Running, type ServerOptions, startServer } from './serve.ts';

/** What a start can be refused for in one plain sentence; anything else shows where it came from. */
const isPlain = (error: unknown): error is Error =>
  error instanceof FolderInUse ||
  error instanceof FolderRefused ||
  error instanceof NewerDatabase ||
  (error as { code?: string }).code === 'EADDRINUSE';

/** Answers on their way are given so long. */
const LAST_WORDS_MS = 500;
/** A stop takes no longer, whatever the disk does. */
const STOPPED_WITHIN_MS = 20_000;

/**
 * Runs a server from the command line: `--port`, `--data`, `--web`, `--log`; stops cleanly on SIGINT and SIGTERM.
 * `--test-clock` sets its clock so many ms ahead; the process that started it may move it on by messages.
 * Ends the process with 2 for a bad option, 1 when it cannot start.
 */
export async function runFromCommandLine(
  defaults: { readonly data: string; readonly log: string },
  fillEmpty?: ServerOptions['fillEmpty'],
  afterStart?: (running: Running) => Promise<void>,
): Promise<void> {
  const { values } = parseArgs({
    options: {
      port: { type: 'string', default: '4170' },
      data: { type: 'string', default: defaults.data },
      web: { type: 'string' },
      log: { type: 'string', default: defaults.log },
      'test-clock': { type: 'string' },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 1 || port > 65_535) {
    console.error(`--port ${values.port} is not a port: give a number from 1 to 65535.`);
    process.exit(2);
  }
  let aheadMs = Number(values['test-clock'] ?? 0);
  try {
    const running = await startServer({
      folder: values.data,
      port,
      webFolder: values.web === undefined ? undefined : path.resolve(values.web),
      logLevel: values.log,
      fillEmpty,
      aheadMs: () => aheadMs,
      onLost: ({ message }) => {
        console.error(`${message} North Step stops; start it again once the disk works and has room.`);
        setTimeout(() => process.exit(1), LAST_WORDS_MS);
      },
    });
    if (values['test-clock'] !== undefined)
      process.on('message', (message: { aheadMs: number }) => {
        aheadMs = message.aheadMs;
        running.refresh();
        process.send?.('moved');
      });
    await afterStart?.(running);
    console.log(`North Step is at ${running.address}`);
    let stopping = false;
    const stop = async () => {
      if (stopping) return;
      stopping = true;
      setTimeout(() => {
        console.error(
          `North Step could not close its data within ${STOPPED_WITHIN_MS / 1000} s and stops all the same: what was acknowledged is in the log, and is worked off at the next start.`,
        );
        process.exit(1);
      }, STOPPED_WITHIN_MS).unref();
      try {
        await running.close();
        process.exit(0);
      } catch (error) {
        console.error(`North Step stopped, but its data could not be closed cleanly: ${(error as Error).message}`);
        process.exit(1);
      }
    };
    process.on('SIGINT', stop);
    process.on('SIGTERM', stop);
  } catch (error) {
    console.error(isPlain(error) ? error.message : error);
    process.exit(1);
  }
}
