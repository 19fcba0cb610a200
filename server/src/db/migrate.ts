import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { type Db, sql } from './types.ts';

/** The data was written by a newer program. */
export class NewerDatabase extends Error {
  constructor(found: number, known: number) {
    super(
      `This data folder has schema ${found}; this program knows up to ${known}. Start the newer North Step, or restore an older backup. Nothing was changed.`,
    );
    this.name = 'NewerDatabase';
  }
}

export type Migration = { readonly number: number; readonly name: string; readonly text: string };

export async function readMigrations(folder: string): Promise<readonly Migration[]> {
  const names = (await readdir(folder)).filter((name) => /^\d{3}_.+\.sql$/.test(name)).sort();
  return Promise.all(
    names.map(async (name) => ({
      number: Number(name.slice(0, 3)),
      name,
      text: await readFile(path.join(folder, name), 'utf8'),
    })),
  );
}

/**
 * Brings the database up to the newest migration, each in its own transaction.
 * @returns the schema number
 * @throws NewerDatabase when the folder is ahead of the program; Error when a migration that ran was edited since
 */
export async function migrate(db: Db, migrations: readonly Migration[]): Promise<number> {
  await db.many(
    sql`CREATE TABLE IF NOT EXISTS migration (number int PRIMARY KEY, name text NOT NULL, sha256 text NOT NULL, at timestamptz NOT NULL DEFAULT now())`,
  );
  const done = await db.many<{ number: number; name: string; sha256: string }>(
    sql`SELECT number, name, sha256 FROM migration ORDER BY number`,
  );
  const known = migrations.at(-1)?.number ?? 0;
  const found = done.at(-1)?.number ?? 0;
  if (found > known) throw new NewerDatabase(found, known);
  for (const migration of migrations) {
    const sha256 = createHash('sha256').update(migration.text).digest('hex');
    const before = done.find((row) => row.number === migration.number);
    if (before && before.sha256 !== sha256)
      throw new Error(`${migration.name} was edited after it ran here; add a new migration instead.`);
    if (before) continue;
    await db.transaction(async (tx) => {
      for (const statement of statementsOf(migration.text)) await tx.many({ text: statement, values: [] });
      await tx.many(
        sql`INSERT INTO migration (number, name, sha256) VALUES (${migration.number}, ${migration.name}, ${sha256})`,
      );
    });
  }
  return known;
}

/** Splits a script at semicolons outside $$ bodies, quotes and comments. */
export function statementsOf(script: string): readonly string[] {
  const tokens = /\$\$[\s\S]*?\$\$|'(?:[^']|'')*'|--[^\n]*|;/g;
  const statements: string[] = [];
  let from = 0;
  for (const match of script.matchAll(tokens)) {
    if (match[0] !== ';') continue;
    statements.push(script.slice(from, match.index));
    from = match.index + 1;
  }
  return [...statements, script.slice(from)]
    .map((text) => text.trim())
    .filter((text) => text.replace(/--[^\n]*/g, '').trim() !== '');
}
