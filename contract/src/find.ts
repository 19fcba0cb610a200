import { OUTCOMES } from '@north-step/core/batch';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, strict, Text } from './common.ts';

const At = Type.Number({ minimum: 0, maximum: 4e12 });
/**
 * What batches and records can be found by, all of it together. The dates are when a batch was in that bath, under that lamp or in
 * those hands; where none of these is asked for, when it was hung.
 */
export const FIND_FIELDS = {
  search: optional(Type.String({ maxLength: 100 })),
  cardId: optional(EntityId),
  lot: optional(Text(80)),
  bath: optional(EntityId),
  lamp: optional(EntityId),
  by: optional(Text(80)),
  customer: optional(Text(120)),
  outcome: optional(literals(OUTCOMES)),
  firstLook: optional(literals(['good', 'not good'])),
  fromMs: optional(At),
  toMs: optional(At),
};
export const FindQuery = Type.Object(FIND_FIELDS, strict);
export type FindQuery = Static<typeof FindQuery>;

const Named = Type.Object({ id: EntityId, name: Type.String() });
/** What can be chosen from. */
export const FindChoices = Type.Object({
  resins: Type.Array(Type.Object({ id: EntityId, name: Type.String(), lots: Type.Array(Type.String()) })),
  baths: Type.Array(
    Type.Object({
      id: EntityId,
      name: Type.String(),
      fillings: Type.Array(Type.Object({ fromMs: Type.Number(), toMs: Type.Union([Type.Number(), Type.Null()]) }), {
        description: 'from one change of the liquid to the next, the newest first',
      }),
    }),
  ),
  lamps: Type.Array(Named),
  people: Type.Array(Type.String()),
  customers: Type.Array(Type.String()),
});
export type FindChoices = Static<typeof FindChoices>;

export const RECALLS = ['lot', 'over', 'lamp', 'reading'] as const;
export type RecallKind = (typeof RECALLS)[number];
export const RecallQuery = Type.Object(
  {
    cardId: optional(EntityId),
    lot: optional(Text(80)),
    bath: optional(EntityId),
    lamp: optional(EntityId),
    fromMs: optional(At),
    toMs: optional(At),
    limit: optional(Type.Integer({ minimum: 1, maximum: 50_000 })),
    offset: optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  },
  strict,
);
export type RecallQuery = Static<typeof RecallQuery>;

const Share = Type.Union([Type.Number(), Type.Null()]);
/** Why a batch is on a recall list. */
export const RecallWhy = Type.Union([
  Type.Object({ kind: Type.Literal('lot'), lot: Type.String(), corrected: Type.Boolean() }),
  Type.Object({
    kind: Type.Literal('over'),
    bath: Type.String(),
    loadPctW: Share,
    lowPctW: Share,
    highPctW: Share,
    limitPctW: Share,
  }),
  Type.Object({
    kind: Type.Literal('lamp'),
    lamp: Type.String(),
    before: Type.Object({ atMs: Type.Number(), scale: Type.Number() }),
    after: Type.Object({ atMs: Type.Number(), scale: Type.Number() }),
  }),
  Type.Object({
    kind: Type.Literal('reading'),
    bath: Type.String(),
    readingAtMs: Type.Number(),
    correctedAtMs: Type.Number(),
    saidPctW: Share,
  }),
]);
export type RecallWhy = Static<typeof RecallWhy>;
export const RecallRow = Type.Object({
  batchId: EntityId,
  name: Type.String(),
  part: Type.String(),
  count: Type.Integer(),
  resin: Type.String(),
  lot: Type.String(),
  customer: Type.Union([Type.String(), Type.Null()]),
  outcome: literals(OUTCOMES),
  sealedAtMs: Type.Union([Type.Number(), Type.Null()]),
  record: Type.Union([Type.Integer(), Type.Null()]),
  atMs: Type.Number({ description: 'when it was touched' }),
  /** true where it is certain, false where it only may be */
  sure: Type.Boolean(),
  why: RecallWhy,
});
export type RecallRow = Static<typeof RecallRow>;
export const RecallReply = Type.Object({
  total: Type.Integer(),
  sure: Type.Integer({ description: 'of them certainly' }),
  pieces: Type.Integer(),
  rows: Type.Array(RecallRow),
});
export type RecallReply = Static<typeof RecallReply>;
