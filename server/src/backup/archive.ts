import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import tar from 'tar-stream';
import { force, isSegment } from '../db/index.ts';

const LOG = 'pg_wal';
/** Marks of a database that runs: a copy does not run. */
const NOT_COPIED = new Set(['postmaster.pid']);
type File = { readonly name: string; readonly bytes: number };

/**
 * Copies the files of a database, as they are, into one gzipped tar: the log last, so that it tells all that happened while the
 * others were copied. Nothing may make a checkpoint meanwhile.
 * @param pg folder of the database
 * @param log first and last segment of the log that count
 */
export async function packDatabase(
  pg: string,
  file: string,
  log: { from: string; to: () => Promise<string> },
): Promise<void> {
  const pack = tar.pack();
  const written = pipeline(pack, createGzip({ level: 4 }), createWriteStream(file));
  written.catch(() => {});
  const folders = await readdir(pg, { recursive: true, withFileTypes: true });
  for (const entry of folders.filter((one) => one.isDirectory())) {
    const name = path.relative(pg, path.join(entry.parentPath, entry.name));
    await new Promise<void>((resolve, reject) =>
      pack.entry({ name: `pg/${name}/`, type: 'directory' }, (error) => (error ? reject(error) : resolve())),
    );
  }
  for (const one of await filesIn(pg)) if (!one.name.startsWith(`${LOG}/`)) await add(pack, pg, one);
  const last = await log.to();
  for (const one of await filesIn(path.join(pg, LOG))) {
    const counts = isSegment(one.name) && one.name >= log.from && one.name <= last;
    if (counts) await add(pack, pg, { ...one, name: `${LOG}/${one.name}` });
  }
  pack.finalize();
  await written;
  await force(file);
}

async function filesIn(folder: string): Promise<readonly File[]> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  const files: File[] = [];
  for (const entry of entries) {
    if (!entry.isFile() || NOT_COPIED.has(entry.name)) continue;
    const full = path.join(entry.parentPath, entry.name);
    // files of temporary tables come and go
    const found = await stat(full).catch(() => undefined);
    if (found) files.push({ name: path.relative(folder, full), bytes: found.size });
  }
  return files;
}

/** Adds one file as long as it was when it was looked at: what was written behind that is in the log. */
async function add(pack: tar.Pack, pg: string, { name, bytes }: File): Promise<void> {
  const entry = pack.entry({ name: `pg/${name}`, size: bytes, mode: 0o600 });
  const source = bytes === 0 ? Readable.from([]) : createReadStream(path.join(pg, name), { end: bytes - 1 });
  await pipeline(source, entry);
}

/**
 * Unpacks an archive into a folder that exists and is empty.
 * @throws Error for a file that is no whole archive, or that names anything outside
 */
export async function unpackInto(folder: string, file: string): Promise<void> {
  const extract = tar.extract();
  let files = 0;
  const unpacked = (async () => {
    for await (const entry of extract) {
      const { name, type } = entry.header;
      const target = path.join(folder, name);
      if (!name.startsWith('pg/') || name.includes('..'))
        throw new Error(`it names a place outside: ${name.slice(0, 80)}`);
      if (type === 'directory') {
        await mkdir(target, { recursive: true });
        entry.resume();
      } else {
        await mkdir(path.dirname(target), { recursive: true });
        await pipeline(entry, createWriteStream(target, { mode: 0o600 }));
        files++;
      }
    }
  })();
  await Promise.all([pipeline(createReadStream(file), createGunzip(), extract), unpacked]);
  if (files === 0) throw new Error('there is nothing in it');
}
