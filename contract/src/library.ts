import { OUTCOMES } from '@north-step/core/batch';
import { RECORD_KINDS, type SealedRecord } from '@north-step/core/record';
import type { ResinCard } from '@north-step/core/resin';
import { type Static, Type } from 'typebox';
import { WashedAt } from './batches.ts';
import { EntityId, literals, optional, strict } from './common.ts';
import { MeshReply } from './compute.ts';
import { FIND_FIELDS } from './find.ts';
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
  kind: literals(RECORD_KINDS),
  outcome: literals(OUTCOMES),
  lot: Type.String(),
  customer: Type.Union([Type.String(), Type.Null()]),
  washed: Type.Union([WashedAt, Type.Null()]),
  lightS: Type.Number(),
  firstLook: Type.Union([Type.String(), Type.Null()]),
  people: Type.Array(Type.String()),
  sealedAtMs: Type.Number(),
  hash: Type.String(),
  part: Type.String(),
  resin: Type.String(),
});
/** A page of records, by what their batches can be found by. */
export const RecordQuery = Type.Object(
  {
    ...FIND_FIELDS,
    kind: optional(literals(RECORD_KINDS)),
    limit: optional(Type.Integer({ minimum: 1, maximum: 500 })),
    offset: optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  },
  strict,
);
export type RecordQuery = Static<typeof RecordQuery>;
export type RecordRow = Static<typeof RecordRow>;
export const RecordList = Type.Object({
  total: Type.Integer({ description: 'that match' }),
  all: Type.Integer({ description: 'in the chain' }),
  rows: Type.Array(RecordRow),
  intact: Type.Boolean({ description: 'of the records that were checked' }),
  checked: Type.Integer({ description: 'records checked so far, from the first on' }),
  anchor: Type.Union([Type.String(), Type.Null()], { description: 'COUNT:HASH of the newest, to be kept elsewhere' }),
  book: Type.Union([BookCheck, Type.Null()], { description: 'null before the first check has ended' }),
  brokenAt: Type.Union([Type.Integer(), Type.Null()], { description: 'number of the first that does not fit' }),
});
export type RecordList = Static<typeof RecordList>;
/** The line of each day that is kept elsewhere: COUNT:HASH of its last record. */
export const RecordAnchors = Type.Object({
  days: Type.Array(Type.Object({ day: Type.String({ description: 'YYYY-MM-DD' }), anchor: Type.String() })),
});
export type RecordAnchors = Static<typeof RecordAnchors>;
export const RecordFile = Type.Unsafe<SealedRecord>(
  Type.Object({ format: Type.String(), number: Type.Integer(), hash: Type.String() }, { additionalProperties: true }),
);
