import { createReadStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { BackupMade, BackupRow, BackupsReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { LAYOUT } from '../db/index.ts';
import { Refused, unknown } from '../http/errors.ts';
import { BackupFailed, makeBackup } from './make.ts';

/** The oldest beyond these go: a backup belongs on another disk. */
const KEPT = 3;
const Params = Type.Object({ name: BackupRow.properties.name });

/** Backups in the data folder, to be made and saved from a page. */
export function backupRoutes(app: FastifyInstance, { db, nowMs }: Context): void {
  const folder = path.join(db.folder, LAYOUT.backups);
  let making: Promise<Static<typeof BackupMade>> | undefined;

  const list = async (): Promise<Static<typeof BackupRow>[]> => {
    const names = (await readdir(folder).catch(() => [])).filter((name) => /^north-step-.+\.tar\.gz$/.test(name));
    const rows = await Promise.all(
      names.map(async (name) => {
        const { size, mtimeMs } = await stat(path.join(folder, name));
        return { name, bytes: size, atMs: mtimeMs };
      }),
    );
    return rows.sort((a, b) => b.name.localeCompare(a.name));
  };
  const make = async () => {
    await mkdir(folder, { recursive: true });
    const name = `north-step-${new Date(nowMs()).toISOString().slice(0, 19).replaceAll(':', '-')}.tar.gz`;
    const book = await makeBackup(db, path.join(folder, name));
    const rows = await list();
    for (const old of rows.slice(KEPT)) await rm(path.join(folder, old.name));
    return { backup: rows.find((row) => row.name === name)!, book };
  };
  app.get(
    '/api/backups',
    { schema: { summary: 'Backups in the data folder, newest first', response: { 200: BackupsReply } } },
    async () => ({ backups: await list() }),
  );
  app.post(
    '/api/backups',
    { schema: { summary: 'Make a backup while work goes on, and check it', response: { 200: BackupMade } } },
    async () => {
      making ??= make().finally(() => {
        making = undefined;
      });
      return making.catch((error) => {
        if (error instanceof BackupFailed)
          throw new Refused({
            code: 'BACKUP_FAILED',
            message: error.message,
            remedy: 'Make room on the disk, and try again.',
          });
        throw error;
      });
    },
  );
  app.get<{ Params: Static<typeof Params> }>(
    '/api/backups/:name',
    { schema: { summary: 'Save a backup', params: Params } },
    async ({ params: { name } }, reply) => {
      const file = path.join(folder, name);
      const found = await stat(file).catch(() => undefined);
      if (!found) throw unknown('backup', name);
      return reply
        .type('application/gzip')
        .header('content-length', found.size)
        .header('content-disposition', `attachment; filename="${name}"`)
        .send(createReadStream(file));
    },
  );
}
