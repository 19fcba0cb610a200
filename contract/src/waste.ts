import { WASTE_KINDS, type WasteAdded, type WasteContainer } from '@north-step/core/waste';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, ranged, strict, Text } from './common.ts';
import { described } from './described.ts';

export const OpenWaste = Type.Object(
  { name: Text(40), kind: literals(WASTE_KINDS), capacityL: ranged('L', 0.1, 1000) },
  strict,
);
export const AddWaste = Type.Object(
  {
    what: literals(WASTE_KINDS),
    grams: Type.Number({ exclusiveMinimum: 0, maximum: 1e6, description: 'g' }),
    note: optional(Text(200)),
  },
  strict,
);
export const HandOverWaste = Type.Object(
  {
    /** a carrier who is licensed for it */
    carrier: Text(80),
    /** number of the paper that goes along */
    paper: optional(Text(80)),
    grams: optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e7, description: 'g by their scale' })),
  },
  strict,
);
const Added = described<WasteAdded>()(
  Type.Object({
    atMs: Type.Number(),
    by: Type.String(),
    what: literals(WASTE_KINDS),
    grams: Type.Number({ description: 'g' }),
    note: optional(Type.String()),
    runId: optional(Type.String({ description: 'the reclaim run that it came from' })),
  }),
);
const Container = described<WasteContainer>()(
  Type.Object({
    id: EntityId,
    name: Type.String(),
    kind: literals(WASTE_KINDS),
    capacityL: Type.Number({ description: 'L' }),
    openedAtMs: Type.Number(),
    contents: Type.Array(Added),
    grams: Type.Number({ description: 'g in all' }),
    hardenedAtMs: optional(Type.Number()),
    handedOver: optional(
      Type.Object({
        atMs: Type.Number(),
        by: Type.String(),
        carrier: Type.String(),
        paper: optional(Type.String()),
        grams: Type.Number({ description: 'g' }),
      }),
    ),
  }),
);
export const WasteReply = Type.Object({ container: Container });
export type WasteReply = Static<typeof WasteReply>;
export const WasteList = Type.Object({
  open: Type.Array(Container),
  gone: Type.Array(Container, { description: 'handed over, the newest first' }),
  years: Type.Array(
    Type.Object({
      year: Type.Integer(),
      grams: Type.Record(Type.String(), Type.Number(), { description: 'g handed over, by kind' }),
    }),
  ),
});
export type WasteList = Static<typeof WasteList>;
