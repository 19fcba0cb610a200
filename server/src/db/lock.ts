import { createHash } from 'node:crypto';
import { closeSync, mkdirSync, openSync, realpathSync, statSync, unlinkSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { LAYOUT } from './layout.ts';

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
const ASK_MS = 1500;

/**
 * Holds a folder for this process by listening on sockets; the system frees them even after kill -9.
 * One is named after the folder's place on its disk, for this machine; one lies in the folder, for whoever shares the disk under
 * another name or from another network namespace. Whoever comes second reads the holder's name.
 * @param whoWeAre told to others, e.g. "North Step, process 4711, http://127.0.0.1:4170"
 * @throws FolderInUse naming the holder
 */
export async function holdFolder(folder: string, whoWeAre: () => string): Promise<Release> {
  mkdirSync(folder, { recursive: true });
  const real = realpathSync(folder);
  const named = await hold(socketAddress(real), folder, whoWeAre);
  if (process.platform === 'win32') return named;
  try {
    const inside = await holdInside(real, folder, whoWeAre);
    return async () => {
      await inside();
      await named();
    };
  } catch (error) {
    await named();
    throw error;
  }
}

/** An abstract socket on Linux, a named pipe on Windows, a socket file elsewhere: named by the folder's place, not its path. */
function socketAddress(realFolder: string): string {
  const { dev, ino } = statSync(realFolder, { bigint: true });
  const place = `${dev}-${ino}`;
  if (process.platform === 'linux') return `\0north-step:${place}`;
  const short = createHash('sha256')
    .update(process.platform === 'win32' ? realFolder : place)
    .digest('hex')
    .slice(0, 24);
  return process.platform === 'win32'
    ? `\\\\.\\pipe\\north-step-${short}`
    : path.join(os.tmpdir(), `north-step-${short}.sock`);
}

/** The socket in the folder, reached by the folder's descriptor where a path would be too long for a socket. */
async function holdInside(real: string, folder: string, whoWeAre: () => string): Promise<Release> {
  const descriptor = process.platform === 'linux' ? openSync(real, 'r') : undefined;
  const close = () => {
    if (descriptor !== undefined) closeSync(descriptor);
  };
  const address = path.join(descriptor === undefined ? real : `/proc/self/fd/${descriptor}`, LAYOUT.lock);
  try {
    const release = await hold(address, folder, whoWeAre);
    return async () => {
      await release();
      close();
    };
  } catch (error) {
    close();
    // some file systems have no sockets: there the name on this machine has to do
    const code = (error as NodeJS.ErrnoException).code ?? '';
    if (['ENOTSUP', 'EOPNOTSUPP', 'EPERM', 'EINVAL', 'ENAMETOOLONG'].includes(code)) return async () => {};
    throw error;
  }
}

async function hold(address: string, folder: string, whoWeAre: () => string): Promise<Release> {
  const server = net.createServer((socket) => socket.on('error', () => {}).end(whoWeAre()));
  if (!(await tryListen(server, address))) {
    const holder = await askHolder(address);
    // nobody answers at the file of one who was killed
    const stale = holder === undefined && !address.startsWith('\0');
    if (stale) unlinkSync(address);
    if (!stale || !(await tryListen(server, address))) throw new FolderInUse(folder, holder ?? 'another North Step');
  }
  server.unref();
  return () => new Promise((resolve) => server.close(() => resolve()));
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

/** Who listens there. @returns nothing where nobody does; a name that is only known to be somebody's where they are silent */
export function askHolder(address: string): Promise<string | undefined> {
  return new Promise((resolve) => {
    let told = '';
    let connected = false;
    const socket = net.connect(address, () => {
      connected = true;
    });
    socket.setTimeout(ASK_MS, () => socket.destroy());
    socket.on('data', (data) => {
      told += data.toString('utf8');
    });
    socket.on('error', () => resolve(connected ? 'another North Step' : undefined));
    socket.on('close', () => resolve(told || (connected ? 'another North Step' : undefined)));
  });
}

/** Who has a folder open now, if anybody: what they say of themselves. */
export async function holderOf(folder: string): Promise<string | undefined> {
  try {
    return await askHolder(socketAddress(realpathSync(folder)));
  } catch {
    return undefined;
  }
}
