import { type Static, Type } from 'typebox';
import { literals } from './common.ts';

/** plenty · low: said · full: nothing more is taken */
export const DiskRoom = Type.Object({ level: literals(['plenty', 'low', 'full']), freeMb: Type.Number() });
export type DiskRoom = Static<typeof DiskRoom>;

/** What was held against each other at the last check, and every sentence about what does not fit. */
export const BookCheck = Type.Object({
  atMs: Type.Number(),
  records: Type.Integer(),
  batches: Type.Integer({ description: 'whose state was told again from their events' }),
  accounts: Type.Integer({ description: 'of the solvent book, against the sum of their movements' }),
  found: Type.Array(Type.String()),
});
export type BookCheck = Static<typeof BookCheck>;

export const HealthReply = Type.Object({
  version: Type.String(),
  database: Type.Object({ state: Type.String(), schema: Type.Integer(), folder: Type.String() }),
  integrity: Type.Union([BookCheck, Type.Null()]),
  disk: Type.Union([DiskRoom, Type.Null()]),
  uptimeS: Type.Number(),
  startedAtMs: Type.Number(),
});
export type HealthReply = Static<typeof HealthReply>;

/** A backup in the data folder: one file, opened and checked after it was written. */
export const BackupRow = Type.Object({
  name: Type.String({ pattern: '^north-step-[0-9T-]{10,40}[.]tar[.]gz$', maxLength: 80 }),
  bytes: Type.Number(),
  atMs: Type.Number(),
});
export type BackupRow = Static<typeof BackupRow>;
export const BackupsReply = Type.Object({ backups: Type.Array(BackupRow, { description: 'newest first' }) });
export type BackupsReply = Static<typeof BackupsReply>;
/** What the check of a backup has counted in it. */
export const BackupMade = Type.Object({ backup: BackupRow, book: BookCheck });
export type BackupMade = Static<typeof BackupMade>;
