import { literals } from '@north-step/contract';
import { type Static, Type } from 'typebox';
import { TABLE_NAMES } from './tables.ts';

export const SHOP_FORMAT = 'north-step-shop-1';
export const SHOP_MANIFEST = 'shop.json';
/** What a file of a whole shop says of itself. */
export const ShopManifest = Type.Object(
  {
    format: Type.Literal(SHOP_FORMAT),
    schema: Type.Integer({
      minimum: 1,
      description: 'of the database it came from: it is taken in by a program of the same',
    }),
    made: Type.String(),
    workshop: Type.String(),
    tables: Type.Array(
      Type.Object({
        name: literals(TABLE_NAMES),
        rows: Type.Integer({ minimum: 0 }),
        sha256: Type.String({ pattern: '^[0-9a-f]{64}$' }),
      }),
    ),
  },
  { additionalProperties: false },
);
export type ShopManifest = Static<typeof ShopManifest>;
/** Where the file of a table, or of a mesh or photo, is in the zip. */
export const tableFile = (name: string): string => `tables/${name}.json`;
export const contentsFile = (kind: 'mesh' | 'photo', sha256: string): string => `${kind}/${sha256}`;
