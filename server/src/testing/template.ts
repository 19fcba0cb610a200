import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { type Db, migrate, openDb, readMigrations } from '../db/index.ts';
import { migrationsFolder } from '../serve.ts';
import { setUpWorkshop, type Workshop } from '../setUp.ts';
import { testWorkshop } from './workshop.ts';

/** Where the empty workshop of this schema is kept, to be copied by every test file. */
export async function templateFolder(workshop: Workshop = testWorkshop): Promise<string> {
  const texts = (await readMigrations(migrationsFolder())).map((migration) => migration.text);
  const key = createHash('sha256')
    .update(JSON.stringify([texts, workshop]))
    .digest('hex')
    .slice(0, 16);
  return path.join(os.tmpdir(), `north-step-template-${key}`);
}

/** Takes the test workshop out of a copy of the template, so that another can move in. */
export async function makeRoom(db: Db): Promise<void> {
  for (const table of ['lot', 'resin_card', 'station', 'vessel', 'bath_line', 'person', 'setting'])
    await db.many({ text: `DELETE FROM ${table}`, values: [] });
}

/** Makes the template once: creating a database takes seconds, copying one does not. Runs before all server tests. */
export async function makeTemplateOf(workshop: Workshop): Promise<void> {
  const folder = await templateFolder(workshop);
  if (existsSync(folder)) return;
  const building = mkdtempSync(path.join(os.tmpdir(), 'north-step-building-'));
  await mkdir(building, { recursive: true });
  const db = await openDb(building);
  await migrate(db, await readMigrations(migrationsFolder()));
  await setUpWorkshop(db, workshop);
  await db.close();
  try {
    renameSync(building, folder);
  } catch {
    rmSync(building, { recursive: true, force: true });
  }
}
export default (): Promise<void> => makeTemplateOf(testWorkshop);
