import { parseArgs } from 'node:util';
import { FolderInUse, NewerDatabase } from './index.ts';
import { startServer } from './serve.ts';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4170' },
    data: { type: 'string', default: '.data/north-step' },
    web: { type: 'string' },
    log: { type: 'string', default: 'info' },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  console.error(`--port ${values.port} is not a port: give a number from 1 to 65535.`);
  process.exit(2);
}
try {
  const running = await startServer({ folder: values.data, port, webFolder: values.web, logLevel: values.log });
  console.log(`North Step is at ${running.address}`);
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    await running.close();
    process.exit(0);
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  const plain =
    error instanceof FolderInUse ||
    error instanceof NewerDatabase ||
    (error as { code?: string }).code === 'EADDRINUSE';
  console.error(plain ? (error as Error).message : error);
  process.exit(1);
}
