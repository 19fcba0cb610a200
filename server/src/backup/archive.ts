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

/** First and last segment of the log that count. */
type Log = { readonly from: string; readonly to: () => Promise<string> };
/** What is done with each folder and each file of a database, by its name in it. */
type Visit = {
  readonly folder: (name: string) => Promise<void>;
  readonly file: (file: File) => Promise<void>;
};

/**
 * Goes through the files of a database as they are: the log last, so that it tells all that happened while the others were copied.
 * Nothing may make a checkpoint meanwhile.
 */
async function walk(pg: string, log: Log, visit: Visit): Promise<void> {
  const folders = await readdir(pg, { recursive: true, withFileTypes: true });
  for (const entry of folders.filter((one) => one.isDirectory()))
    await visit.folder(path.relative(pg, path.join(entry.parentPath, entry.name)));
  for (const one of await filesIn(pg)) if (!one.name.startsWith(`${LOG}/`)) await visit.file(one);
  const last = await log.to();
  for (const one of await filesIn(path.join(pg, LOG))) {
    const counts = isSegment(one.name) && one.name >= log.from && one.name <= last;
    if (counts) await visit.file({ ...one, name: `${LOG}/${one.name}` });
  }
}

/** Copies the files of a database into one gzipped tar. @param pg folder of the database */
export async function packDatabase(pg: string, file: string, log: Log): Promise<void> {
  const pack = tar.pack();
  const written = pipeline(pack, createGzip({ level: 4 }), createWriteStream(file));
  written.catch(() => {});
  await walk(pg, log, {
    folder: (name) =>
      new Promise<void>((resolve, reject) =>
        pack.entry({ name: `pg/${name}/`, type: 'directory' }, (error) => (error ? reject(error) : resolve())),
      ),
    file: (one) => add(pack, pg, one),
  });
  pack.finalize();
  await written;
  await force(file);
}

/** Copies the files of a database into a folder that is empty, to be opened there and thrown away: nothing is forced to disk. */
export async function copyDatabase(pg: string, folder: string, log: Log): Promise<void> {
  const into = path.join(folder, 'pg');
  await mkdir(into, { recursive: true });
  await walk(pg, log, {
    folder: async (name) => void (await mkdir(path.join(into, name), { recursive: true })),
    file: (one) => pipeline(contentOf(pg, one), createWriteStream(path.join(into, one.name), { mode: 0o600 })),
  });
}

/** A file as long as it was when it was looked at: what was written behind that is in the log. */
const contentOf = (pg: string, { name, bytes }: File): Readable =>
  bytes === 0 ? Readable.from([]) : createReadStream(path.join(pg, name), { end: bytes - 1 });

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

async function add(pack: tar.Pack, pg: string, file: File): Promise<void> {
  await pipeline(contentOf(pg, file), pack.entry({ name: `pg/${file.name}`, size: file.bytes, mode: 0o600 }));
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
