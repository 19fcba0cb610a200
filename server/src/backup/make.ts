import { mkdir, mkdtemp, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { BookCheck } from '@north-step/contract';
import { CURRENT_SEGMENT, type Db, forceAll, LAYOUT, openDb } from '../db/index.ts';
import { checkAll } from '../integrity/index.ts';
import { copyDatabase, packDatabase, unpackInto } from './archive.ts';

/** A backup that could not be made, or is not whole: why, and what stands. */
export class BackupFailed extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'BackupFailed';
  }
}

const segmentNow = async (db: Db): Promise<string> => (await db.one<{ name: string }>(CURRENT_SEGMENT)).name;
/** Where the log is now, and will be when it is asked for. */
const logNow = async (db: Db) => ({ from: await segmentNow(db), to: () => segmentNow(db) });
const databaseOf = (db: Db): string => path.join(db.folder, LAYOUT.database);

/**
 * Writes a backup of an open database into one file, while work goes on; opens a copy of it and holds facts against states before
 * the file gets its name.
 * @throws BackupFailed with why; then there is no file
 */
export async function makeBackup(db: Db, file: string): Promise<BookCheck> {
  const part = `${file}.part`;
  try {
    await db.hold(async () => packDatabase(databaseOf(db), part, await logNow(db)));
    const book = await checkBackup(part, path.dirname(file));
    await rename(part, file);
    return book;
  } catch (error) {
    await rm(part, { force: true });
    if (error instanceof BackupFailed) throw error;
    throw new BackupFailed(
      `The backup could not be written: ${(error as Error).message}. There is no new file; earlier ones stand.`,
    );
  }
}

/** Works on a copy of an open database as it is at one moment, while work goes on; the copy is taken away behind. */
export async function withCopy<T>(db: Db, work: (copy: Db) => Promise<T>): Promise<T> {
  const beside = path.join(db.folder, LAYOUT.backups);
  await mkdir(beside, { recursive: true });
  const folder = await mkdtemp(path.join(beside, 'north-step-copy-'));
  try {
    await db.hold(async () => copyDatabase(databaseOf(db), folder, await logNow(db)));
    const copy = await openDb(folder);
    try {
      return await work(copy);
    } finally {
      await copy.close();
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Opens a copy of what is in the file beside it, checks it, and takes the copy away. @throws BackupFailed for what does not fit */
async function checkBackup(file: string, beside: string): Promise<BookCheck> {
  const folder = await mkdtemp(path.join(beside, 'north-step-check-'));
  try {
    await unpackInto(folder, file);
    return await checkFolder(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function checkFolder(folder: string): Promise<BookCheck> {
  const db = await openDb(folder);
  try {
    const { anchor: _, ...book } = await checkAll(db, Date.now());
    if (book.found.length > 0) throw new BackupFailed(`What is in the backup does not fit together: ${book.found[0]}.`);
    return book;
  } finally {
    await db.close();
  }
}

/**
 * Unpacks a backup into a new folder, opens and checks it, and only then gives the folder its name. An old folder is never touched.
 * @throws BackupFailed when the file is no whole backup, or the folder is there already
 */
export async function restoreBackup(file: string, folder: string): Promise<BookCheck> {
  if (await stat(folder).catch(() => undefined))
    throw new BackupFailed(
      `${folder} is there already and stays as it is. Give the name of a folder that is not there yet.`,
    );
  if (!(await stat(file).catch(() => undefined))) throw new BackupFailed(`There is no file ${file}.`);
  const beside = path.dirname(path.resolve(folder));
  const making = await mkdtemp(path.join(beside, 'north-step-restoring-'));
  try {
    await unpackInto(making, file);
    const book = await checkFolder(making);
    await forceAll(making);
    await rename(making, folder);
    return book;
  } catch (error) {
    await rm(making, { recursive: true, force: true });
    if (error instanceof BackupFailed) throw error;
    throw new BackupFailed(
      `${file} is no whole backup of North Step: ${(error as Error).message}. Nothing was changed.`,
    );
  }
}
