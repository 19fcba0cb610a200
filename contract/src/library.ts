import type { SealedRecord } from '@north-step/core/record';
import type { ResinCard } from '@north-step/core/resin';
import { type Static, Type } from 'typebox';
import { EntityId, literals } from './common.ts';
import { MeshReply } from './compute.ts';
import { BookCheck } from './machine.ts';

export const Resin = Type.Object({
  card: Type.Unsafe<ResinCard>(
    Type.Object({ id: EntityId, name: Type.String(), version: Type.Integer() }, { additionalProperties: true }),
  ),
  lots: Type.Array(Type.String()),
});
export type Resin = Static<typeof Resin>;
export const ResinsReply = Type.Object({ resins: Type.Array(Resin) });

export const MeshStored = Type.Object({ sha256: Type.String(), name: Type.String(), measures: MeshReply });
export type MeshStored = Static<typeof MeshStored>;

export const RecordRow = Type.Object({
  number: Type.Integer(),
  batchId: EntityId,
  batchName: Type.String(),
  kind: literals(['made', 'later look']),
  sealedAtMs: Type.Number(),
  hash: Type.String(),
  part: Type.String(),
  resin: Type.String(),
});
export type RecordRow = Static<typeof RecordRow>;
export const RecordList = Type.Object({
  total: Type.Integer(),
  rows: Type.Array(RecordRow),
  intact: Type.Boolean({ description: 'of the records that were checked' }),
  checked: Type.Integer({ description: 'records checked so far, from the first on' }),
  anchor: Type.Union([Type.String(), Type.Null()], { description: 'COUNT:HASH of the newest, to be kept elsewhere' }),
  book: Type.Union([BookCheck, Type.Null()], { description: 'null before the first check has ended' }),
  brokenAt: Type.Union([Type.Integer(), Type.Null()], { description: 'number of the first that does not fit' }),
});
export type RecordList = Static<typeof RecordList>;
export const RecordFile = Type.Unsafe<SealedRecord>(
  Type.Object({ format: Type.String(), number: Type.Integer(), hash: Type.String() }, { additionalProperties: true }),
);
