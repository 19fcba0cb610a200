import type { AirSetting } from '@north-step/core/air';
import { type Static, Type } from 'typebox';
import { EntityId, optional, ranged, strict, Text } from './common.ts';
import { described } from './described.ts';

/** What a workshop says of its air and its fire load. Limits come from its data sheets and local codes. */
export const AirInput = described<AirSetting>()(
  Type.Object(
    {
      roomM3: ranged('m³', 1, 1e6),
      airChangesPerH: ranged('1/h with the fan on', 0, 500),
      meanPpm: ranged('8 h mean', 1, 20_000),
      shortPpm: ranged('short term', 1, 20_000),
      /** how much that burns may be kept here; left out, nobody has said */
      storedLimitL: optional(ranged('L', 0, 1e6)),
      checks: Type.Array(
        Type.Object({ id: EntityId, name: Text(80), everyDays: Type.Integer({ minimum: 1, maximum: 3660 }) }, strict),
        { maxItems: 40 },
      ),
    },
    strict,
  ),
);
export const SetAir = Type.Object({ air: AirInput }, strict);
export const CheckDone = Type.Object({ note: optional(Text(200)) }, strict);
export const CheckState = Type.Object({
  id: EntityId,
  name: Type.String(),
  everyDays: Type.Integer(),
  doneAtMs: Type.Union([Type.Number(), Type.Null()]),
  doneBy: Type.Union([Type.String(), Type.Null()]),
  dueAtMs: Type.Number(),
});
export const AirReply = Type.Object({
  air: AirInput,
  checks: Type.Array(CheckState, { description: 'the one that is due first, first' }),
  /** g of solvent that went into the room's air in each hour of the day, by the book */
  hoursG: Type.Array(Type.Object({ atMs: Type.Number(), grams: Type.Number() })),
  sensor: Type.Array(Type.Object({ atMs: Type.Number(), pctLel: Type.Number() }), {
    description: 'of the vapour sensor today, % of what can burn',
  }),
});
export type AirReply = Static<typeof AirReply>;
