import { copyFile, mkdtemp, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import type { BackupMade, BookCheck } from '@north-step/contract';
import { holderOf, LAYOUT, openDb } from '../db/index.ts';
import { BackupFailed, makeBackup, restoreBackup } from './make.ts';

const USE = `npm run backup -- FILE [--data FOLDER]
npm run restore -- FILE --data NEW-FOLDER`;
const told = (book: BookCheck) =>
  `${book.batches} batches, ${book.records} records, ${book.accounts} accounts, all in agreement`;

/** `backup FILE` and `restore FILE`. Exit code 0 done, 1 refused with a sentence, 2 wrongly called. */
try {
  const { positionals, values } = parseArgs({ allowPositionals: true, options: { data: { type: 'string' } } });
  const [verb, file] = positionals;
  if ((verb !== 'backup' && verb !== 'restore') || !file || (verb === 'restore' && !values.data)) {
    console.error(USE);
    process.exit(2);
  }
  if (verb === 'backup') await backup(path.resolve(file), values.data ?? '.data/north-step');
  else await restore(path.resolve(file), values.data!);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}

async function backup(file: string, folder: string): Promise<void> {
  if (await stat(file).catch(() => undefined))
    throw new BackupFailed(`${file} is there already and stays as it is. Give another name.`);
  if (!(await stat(path.join(folder, LAYOUT.database)).catch(() => undefined)))
    throw new BackupFailed(`There is no North Step data in ${folder}.`);
  const holder = await holderOf(folder);
  const address = /http:\/\/\S+/.exec(holder ?? '')?.[0];
  if (holder && !address)
    throw new BackupFailed(`${folder} is open in ${holder}; stop it, or ask it for a backup on its Room page.`);
  const book = address ? await fromServer(address, folder, file) : await fromFolder(folder, file);
  console.log(`${file} is written and was opened again: ${told(book)}.`);
}

/** A server that runs makes it itself; it is copied from its folder. */
async function fromServer(address: string, folder: string, file: string): Promise<BookCheck> {
  const reply = await fetch(`${address}/api/backups`, { method: 'POST' });
  const body = (await reply.json()) as BackupMade & { error?: { message: string } };
  if (!reply.ok) throw new BackupFailed(body.error?.message ?? `${address} answered ${reply.status}`);
  await copyFile(path.join(folder, LAYOUT.backups, body.backup.name), file);
  return body.book;
}

async function fromFolder(folder: string, file: string): Promise<BookCheck> {
  const db = await openDb(folder, { whoWeAre: () => `a backup being made, process ${process.pid}` });
  const making = await mkdtemp(path.join(path.dirname(file), 'north-step-backup-'));
  try {
    const book = await makeBackup(db, path.join(making, 'made.tar.gz'));
    await copyFile(path.join(making, 'made.tar.gz'), file);
    return book;
  } finally {
    await rm(making, { recursive: true, force: true });
    await db.close();
  }
}

async function restore(file: string, folder: string): Promise<void> {
  const book = await restoreBackup(file, folder);
  console.log(`${folder} is restored and was opened: ${told(book)}.`);
  console.log(`Start with it: node dist/server/server.js --data ${folder}`);
}
