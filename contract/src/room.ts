import { AIRS, ROOM_C } from '@north-step/core/dry';
import type { Spaces } from '@north-step/core/fit';
import { type Static, Type } from 'typebox';
import { EntityId, literals, ranged, strict, Text } from './common.ts';

const mm = (most = 3000) => ranged('mm', 0, most);
const Pair = Type.Array(mm(), { minItems: 2, maxItems: 2 });
const Triple = Type.Array(mm(), { minItems: 3, maxItems: 3 });
const WashSpace = Type.Object(
  {
    openingMm: Pair,
    depthMm: mm(),
    impellerMm: mm(),
    basket: Type.Optional(Type.Object({ sizeMm: Triple, meshMm: mm(100) }, strict)),
  },
  strict,
);
const SpacesInput = Type.Unsafe<Spaces>(
  Type.Object(
    {
      plate: Type.Optional(Type.Object({ sizeMm: Pair, mountMm: mm() }, strict)),
      wash: Type.Optional(Type.Record(EntityId, WashSpace, { maxProperties: 100 })),
      boxes: Type.Optional(Type.Record(EntityId, Triple, { maxProperties: 100 })),
    },
    strict,
  ),
);
export const RoomInput = Type.Object(
  {
    workshop: Text(80),
    roomC: ranged('°C', ROOM_C.min, ROOM_C.max),
    humidityPct: ranged('%', 0, 100),
    /** how air moves over the drying rack */
    dryAir: literals(AIRS),
    spaces: SpacesInput,
    /** by the workshop's own money, for a litre */
    prices: Type.Object(
      {
        freshPerL: ranged('fresh solvent', 0, 10_000),
        disposePerL: ranged('handing waste over', 0, 10_000),
        reclaimPerL: ranged('reclaimed solvent', 0, 10_000),
      },
      strict,
    ),
  },
  strict,
);
export type RoomInput = Static<typeof RoomInput>;
export const SetRoom = Type.Object({ room: RoomInput }, strict);
export const RoomReply = Type.Object({
  room: RoomInput,
  stations: Type.Array(Type.Object({ id: EntityId, name: Type.String(), kind: literals(['wash', 'box']) }), {
    description: 'where sizes are asked for',
  }),
  changedAtMs: Type.Union([Type.Number(), Type.Null()]),
  changedBy: Type.Union([Type.String(), Type.Null()]),
});
export type RoomReply = Static<typeof RoomReply>;

export const NewShiftNote = Type.Object({ text: Text(1000) }, strict);
export const ShiftNotesReply = Type.Object({
  notes: Type.Array(Type.Object({ text: Type.String(), atMs: Type.Number(), by: Type.String() }), {
    description: 'newest first',
  }),
});
export type ShiftNotesReply = Static<typeof ShiftNotesReply>;
