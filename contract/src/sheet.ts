import { SHEET_KINDS } from '@north-step/core/sheet';
import { type Static, Type } from 'typebox';
import { literals, optional, strict } from './common.ts';

/** Text of a CSV, and which of its heads each field is read from; without, they are told from their names. */
const SHEET_TEXT = {
  text: Type.String({ minLength: 1, maxLength: 200_000 }),
  columns: optional(Type.Record(Type.String(), Type.String({ maxLength: 200 }), { maxProperties: 60 })),
};
export const SheetParams = Type.Object({ sheet: literals(SHEET_KINDS) });
export const LookAtSheet = Type.Object(SHEET_TEXT, strict);
export type LookAtSheet = Static<typeof LookAtSheet>;
/** All rows of a spreadsheet, or none. */
export const TakeSheet = Type.Object({ ...SHEET_TEXT, sheet: literals(SHEET_KINDS) }, strict);
export const TakeSheetReply = Type.Object({ rows: Type.Integer() });

const SheetProblem = Type.Object({
  row: optional(Type.Integer({ description: 'from 1, without the head' })),
  field: optional(Type.String()),
  message: Type.String(),
});
export const SheetLook = Type.Object({
  heads: Type.Array(Type.String()),
  columns: Type.Record(Type.String(), Type.String()),
  rows: Type.Integer(),
  problems: Type.Array(SheetProblem),
});
export type SheetLook = Static<typeof SheetLook>;
