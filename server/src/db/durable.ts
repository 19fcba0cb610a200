import { closeSync, existsSync, fsyncSync, openSync, readdirSync } from 'node:fs';
import { appendFile, open, readdir, readFile, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { sql } from './types.ts';

/** Files forced at once. */
const AT_ONCE = 16;
const SEGMENT = /^[0-9A-F]{24}$/;
/** Which segment of the log is written now. */
export const CURRENT_SEGMENT = sql`SELECT pg_walfile_name(pg_current_wal_lsn()) AS name`;
/** Whether a file of the log is a segment of it. */
export const isSegment = (name: string): boolean => SEGMENT.test(name);
/** Log that a checkpoint leaves in place: its pages are forced only after it, and until then the log is what counts. */
const KEEP = "wal_keep_size = '512MB'";

/** Forces one file, or one directory, to disk. */
export async function force(target: string): Promise<void> {
  const file = await open(target, 'r');
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

/** The same without handing it to other threads, which takes longer than a disk that is quick. */
function forceNow(target: string): void {
  const file = openSync(target, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

/** Forces every file and directory of a database to disk: the database makes no sync call of its own. */
export async function forceAll(folder: string): Promise<void> {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true });
  const inside = (directories: boolean) =>
    entries
      .filter((entry) => (directories ? entry.isDirectory() : entry.isFile()))
      .map((entry) => path.join(entry.parentPath, entry.name));
  // names count only once what they name is there
  for (const targets of [inside(false), [...inside(true), folder, path.dirname(folder)]])
    for (let i = 0; i < targets.length; i += AT_ONCE)
      await Promise.all(targets.slice(i, i + AT_ONCE).map((target) => force(target)));
}

/** Whether a database was made in a folder before. */
export const hasDatabase = (folder: string): boolean => existsSync(path.join(folder, 'PG_VERSION'));

/** Makes a database keep enough of its log through a checkpoint. Takes effect when it is opened next. */
export async function keepLog(folder: string): Promise<void> {
  const settings = path.join(folder, 'postgresql.conf');
  if (!(await readFile(settings, 'utf8')).includes(KEEP)) await appendFile(settings, `\n${KEEP}\n`);
}

/** A power cut can leave the mark of a running database without a word in it; whoever holds the folder takes it away. */
export async function dropEmptyMark(folder: string): Promise<void> {
  const mark = path.join(folder, 'postmaster.pid');
  if (existsSync(mark) && (await stat(mark)).size === 0) await rm(mark);
}

/** Forces the log up to where it is written, segment by segment. */
export class LogForcer {
  private readonly logFolder: string;
  /** the segment up to which all was forced */
  private forced: string;

  private readonly force: (target: string) => void;

  /**
   * @param forced the segment that was written when all was forced last
   * @param forceOne how a file or a directory is forced; tests look on
   */
  constructor(folder: string, forced: string, forceOne = forceNow) {
    this.logFolder = path.join(folder, 'pg_wal');
    this.forced = forced;
    this.force = forceOne;
  }

  /**
   * @param current the segment that is written now
   * @throws Error when it is not there: then nothing can be said to be safe
   */
  upTo(current: string): void {
    if (!existsSync(path.join(this.logFolder, current)))
      throw new Error(`the log segment ${current} is not in ${this.logFolder}`);
    for (const name of this.due(current)) this.force(path.join(this.logFolder, name));
    if (current !== this.forced) this.force(this.logFolder);
    this.forced = current;
  }

  private due(current: string): readonly string[] {
    if (current === this.forced) return [current];
    return readdirSync(this.logFolder).filter((name) => isSegment(name) && name >= this.forced && name <= current);
  }
}

/** How many segments lie between two of one timeline. */
export const segmentsBetween = (from: string, to: string): number => numberOf(to) - numberOf(from);
/** Name of a segment: timeline, then 4 GB, then 16 MB; eight hex digits each. @source PostgreSQL documentation, write-ahead log internals */
const numberOf = (name: string): number =>
  Number.parseInt(name.slice(8, 16), 16) * 256 + Number.parseInt(name.slice(16), 16);
