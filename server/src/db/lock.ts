import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, realpathSync, unlinkSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';

/** Somebody else has the folder open. The message says who. */
export class FolderInUse extends Error {
  constructor(folder: string, holder: string) {
    super(
      `The data folder ${folder} is already open in ${holder}. Two programs on one folder would lose work: stop that one, or start with another --data folder.`,
    );
    this.name = 'FolderInUse';
  }
}

/** Frees the folder. */
export type Release = () => Promise<void>;

/**
 * Holds a folder for this process by listening on a socket named after it; the system frees it even after kill -9.
 * Whoever comes second reads the holder's name from the socket.
 * @param whoWeAre told to others, e.g. "North Step, process 4711, http://127.0.0.1:4170"
 * @throws FolderInUse naming the holder
 */
export async function holdFolder(folder: string, whoWeAre: () => string): Promise<Release> {
  mkdirSync(folder, { recursive: true });
  const address = socketAddress(realpathSync(folder));
  const server = net.createServer((socket) => socket.on('error', () => {}).end(whoWeAre()));
  const listening = await tryListen(server, address);
  if (!listening) {
    const holder = await askHolder(address);
    const stale = holder === undefined && !address.startsWith('\0') && existsSync(address);
    if (stale) unlinkSync(address);
    if (!stale || !(await tryListen(server, address))) throw new FolderInUse(folder, holder ?? 'another North Step');
  }
  server.unref();
  return () => new Promise((resolve) => server.close(() => resolve()));
}

/** An abstract socket on Linux, a named pipe on Windows, a socket file elsewhere. */
function socketAddress(realFolder: string): string {
  if (process.platform === 'linux') return `\0north-step:${realFolder}`;
  const short = createHash('sha256').update(realFolder).digest('hex').slice(0, 24);
  return process.platform === 'win32'
    ? `\\\\.\\pipe\\north-step-${short}`
    : path.join(os.tmpdir(), `north-step-${short}.sock`);
}

function tryListen(server: net.Server, address: string): Promise<boolean> {
  return new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException) => (error.code === 'EADDRINUSE' ? resolve(false) : reject(error));
    server.once('error', failed);
    server.listen(address, () => {
      server.off('error', failed);
      resolve(true);
    });
  });
}

function askHolder(address: string): Promise<string | undefined> {
  return new Promise((resolve) => {
    let told = '';
    const socket = net.connect(address);
    socket.setTimeout(1500, () => socket.destroy());
    socket.on('data', (data) => {
      told += data.toString('utf8');
    });
    socket.on('error', () => resolve(undefined));
    socket.on('close', () => resolve(told || undefined));
  });
}
