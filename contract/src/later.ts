import { LATER_LOOKS } from '@north-step/core/look';
import { CORRECTED } from '@north-step/core/record';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, PhotoId, PieceCounts, strict, Text } from './common.ts';

/** A sealed batch looked at again, days after its light, or pieces of it that came back. */
export const LaterCommand = Type.Object(
  {
    seen: literals(LATER_LOOKS),
    count: Type.Integer({ minimum: 1, maximum: 1000, description: 'pieces that it was seen on' }),
    /** of which kinds, where several are in the batch: they add up to the count */
    pieces: optional(PieceCounts),
    cameBack: optional(Type.Boolean({ description: 'from whoever they were for' })),
    takeBack: optional(Type.Boolean({ description: 'onto the bench, as a batch of their own' })),
    photoSha256: optional(PhotoId),
    note: optional(Text(500)),
  },
  strict,
);
/** What the record of a batch says wrongly: the record stays, the correction is one of its own behind it. */
export const CorrectCommand = Type.Object(
  { about: literals(CORRECTED), wrong: Text(200), right: Text(200), because: Text(300) },
  strict,
);
export const CorrectedRow = Type.Object({
  number: Type.Integer({ description: 'of its own record' }),
  hash: Type.String(),
  about: literals(CORRECTED),
  wrong: Type.String(),
  right: Type.String(),
  because: Type.String(),
  by: Type.String(),
  atMs: Type.Number(),
});
export type CorrectedRow = Static<typeof CorrectedRow>;
export const LaterLooked = Type.Object({
  number: Type.Integer({ description: 'of its record' }),
  hash: Type.String(),
  seen: literals(LATER_LOOKS),
  count: Type.Integer(),
  pieces: Type.Union([Type.String(), Type.Null()], { description: 'of which kinds, where several are in it' }),
  cameBack: Type.Boolean(),
  note: Type.Union([Type.String(), Type.Null()]),
  photoSha256: Type.Union([Type.String(), Type.Null()]),
  takenBackAs: Type.Union([Type.Object({ id: EntityId, name: Type.String() }), Type.Null()]),
  likely: Type.Array(Type.Object({ cause: Type.String(), share: Type.Number() })),
  by: Type.String(),
  atMs: Type.Number(),
});
export type LaterLooked = Static<typeof LaterLooked>;
export const LaterReply = Type.Object({
  record: Type.Union([Type.Integer(), Type.Null()], { description: 'number of the sealed record of its making' }),
  looks: Type.Array(LaterLooked),
  corrections: Type.Array(CorrectedRow),
});
export type LaterReply = Static<typeof LaterReply>;
