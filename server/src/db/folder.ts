import { constants, existsSync } from 'node:fs';
import { access, readdir, readFile, rm, stat, unlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { force } from './durable.ts';
import { LAYOUT } from './layout.ts';

/** The version of PostgreSQL whose files we read. */
const MAJOR = '18';
const OURS: ReadonlySet<string> = new Set(Object.values(LAYOUT));
const RESTORE =
  'Nothing was changed. Restore the newest backup into a new folder: npm run restore -- FILE --data FOLDER';

/** A folder that cannot be opened, with why and what to do, in one sentence each. */
export class FolderRefused extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FolderRefused';
  }
}

/**
 * Looks at a data folder before anything is written to it.
 * @throws FolderRefused when it is not ours, cannot be written, or holds a database of which parts are missing
 */
export async function examineFolder(folder: string): Promise<void> {
  await access(folder, constants.R_OK | constants.W_OK | constants.X_OK).catch(() => {
    throw new FolderRefused(
      `The data folder ${folder} may not be written by this user. Give it to this user, or start with another --data folder.`,
    );
  });
  const names = await readdir(folder);
  const foreign = names.find((name) => !OURS.has(name));
  const pg = path.join(folder, LAYOUT.database);
  if (!existsSync(pg)) {
    if (foreign !== undefined)
      throw new FolderRefused(
        `The folder ${folder} holds other things (“${foreign}”) and no North Step data. Nothing was changed. Give an empty folder, or a new one.`,
      );
    return;
  }
  await examineDatabase(pg);
}

async function examineDatabase(pg: string): Promise<void> {
  if ((await readdir(pg)).length === 0) return;
  const version = await readFile(path.join(pg, 'PG_VERSION'), 'utf8').catch(() => undefined);
  if (!version?.trim())
    throw new FolderRefused(`${pg} holds files of a database, but not its PG_VERSION: parts are missing. ${RESTORE}`);
  if (version.trim() !== MAJOR)
    throw new FolderRefused(
      `${pg} was written by PostgreSQL ${version.trim().slice(0, 10)}; this North Step reads ${MAJOR}. Nothing was changed. Start the North Step that wrote it, and move over by its backup.`,
    );
  for (const name of ['global/pg_control', 'pg_wal', 'base', 'postgresql.conf']) {
    const found = await stat(path.join(pg, name)).catch(() => undefined);
    if (!found || (found.isFile() && found.size === 0))
      throw new FolderRefused(`${pg} is damaged: its ${name} is ${found ? 'empty' : 'missing'}. ${RESTORE}`);
  }
}

/** What a database that does not open says of itself, and what to do. */
export function refusedToOpen(folder: string, message: string): FolderRefused {
  const full = /space|ENOSPC|disk full/i.test(message);
  if (full)
    return new FolderRefused(
      `The disk of ${folder} is full: the database cannot be opened. Make room, and start North Step again. Nothing was changed.`,
    );
  return new FolderRefused(
    `The database in ${folder} does not open: ${message.slice(0, 300)}. Keep a copy of the folder as it is. ${RESTORE}`,
  );
}

const markIn = (folder: string): string => path.join(folder, LAYOUT.beingFilled);

/** Says on disk that a new database is being filled: one that is left half-told is told anew. */
export async function markFilling(folder: string): Promise<void> {
  await writeFile(markIn(folder), 'A workshop is being told into this folder. Left here by a kill, it is told anew.\n');
  await force(markIn(folder));
  await force(folder);
}

/** Says that it is whole. */
export async function markFilled(folder: string): Promise<void> {
  await unlink(markIn(folder));
  await force(folder);
}

/** Takes away a database that was never filled to its end. Whoever calls holds the folder. */
export async function forgetHalfFilled(folder: string): Promise<void> {
  if (!existsSync(markIn(folder))) return;
  await rm(path.join(folder, LAYOUT.database), { recursive: true, force: true });
  await markFilled(folder);
}
