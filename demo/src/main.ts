import { parseArgs } from 'node:util';
import { type Db, FolderInUse, NewerDatabase, sql, startServer } from '@north-step/server';
import { tellStory } from './story.ts';

/** Starts North Step with the demo workshop: an empty folder is filled first, an old one is left as it is. */
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4170' },
    data: { type: 'string', default: '.data/demo' },
    web: { type: 'string' },
    log: { type: 'string', default: 'warn' },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  console.error(`--port ${values.port} is not a port: give a number from 1 to 65535.`);
  process.exit(2);
}

async function fillEmpty(db: Db): Promise<void> {
  const { n } = await db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM person`);
  if (n > 0n) return;
  console.log('Playing ten days of the demo workshop into a new database …');
  const startedMs = performance.now();
  await tellStory(db, { nowMs: Date.now() });
  console.log(`… told in ${((performance.now() - startedMs) / 1000).toFixed(0)} s.`);
}

try {
  const running = await startServer({
    folder: values.data,
    port,
    webFolder: values.web,
    logLevel: values.log,
    fillEmpty,
  });
  console.log(`North Step is at ${running.address}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => running.close().then(() => process.exit(0)));
} catch (error) {
  const plain =
    error instanceof FolderInUse ||
    error instanceof NewerDatabase ||
    (error as { code?: string }).code === 'EADDRINUSE';
  console.error(plain ? (error as Error).message : error);
  process.exit(1);
}
