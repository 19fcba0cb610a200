import { SIZE_SIDES } from '@north-step/core/caliper';
import { PART_NOTE_KINDS } from '@north-step/core/trim';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, Place, strict, Text } from './common.ts';

const InFile = Place('x y z in the file’s own axes, mm');

export const AddPartNote = Type.Object(
  {
    kind: literals(PART_NOTE_KINDS),
    /** which of the parts on the plate, by its file; the first when left out */
    meshSha256: optional(Type.String({ pattern: '^[0-9a-f]{64}$' })),
    atMm: optional(InFile),
    text: optional(Text(300)),
  },
  strict,
);

export const PartNote = Type.Object({
  id: EntityId,
  part: Type.String(),
  meshSha256: Type.Union([Type.String(), Type.Null()]),
  batchId: EntityId,
  batchName: Type.String(),
  kind: literals(PART_NOTE_KINDS),
  atMm: Type.Union([InFile, Type.Null()]),
  text: Type.String(),
  atMs: Type.Number(),
  by: Type.String(),
});
export type PartNote = Static<typeof PartNote>;
export const PartNotesQuery = Type.Object({ part: optional(Type.String({ maxLength: 120 })) }, strict);
/** Newest first, at most 2,000. */
export const PartNotesReply = Type.Object({ notes: Type.Array(PartNote) });
export type PartNotesReply = Static<typeof PartNotesReply>;
/** A size that was measured, and of which batch. */
export const PartSize = Type.Object({
  batchId: EntityId,
  batchName: Type.String(),
  part: Type.String(),
  resin: Type.String(),
  lot: Type.String(),
  name: Type.String(),
  side: literals(SIZE_SIDES),
  nominalMm: Type.Number(),
  toleranceMm: Type.Number(),
  foundMm: Type.Number(),
  piece: Type.Union([Type.Integer(), Type.Null()]),
  atMs: Type.Number(),
  by: Type.String(),
});
export type PartSize = Static<typeof PartSize>;
/** Newest first, at most 2,000. */
export const PartSizesReply = Type.Object({ sizes: Type.Array(PartSize) });
export type PartSizesReply = Static<typeof PartSizesReply>;
export const PartNoteReply = Type.Object({ note: PartNote });
export type PartNoteReply = Static<typeof PartNoteReply>;
