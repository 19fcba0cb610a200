import { type Static, Type } from 'typebox';
import { optional, strict } from './common.ts';

export const ShopImportQuery = Type.Object(
  { dryRun: optional(Type.Boolean({ description: 'look only: nothing is kept' })) },
  strict,
);
export type ShopImportQuery = Static<typeof ShopImportQuery>;
export const ImportProblem = Type.Object({
  file: Type.String(),
  row: optional(Type.Integer({ description: 'from 1' })),
  field: optional(Type.String()),
  message: Type.String(),
});
export type ImportProblem = Static<typeof ImportProblem>;
export const ShopImport = Type.Object({
  taken: Type.Boolean(),
  rows: Type.Record(Type.String(), Type.Integer(), { description: 'by table' }),
  problems: Type.Array(ImportProblem),
});
export type ShopImport = Static<typeof ShopImport>;
