import { STATION_KIND_IDS } from '@north-step/core/bench';
import { SOLVENTS } from '@north-step/core/liquids';
import { BENCH_THING_IDS } from '@north-step/core/setUp';
import { AGITATIONS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, ranged, strict, Text } from './common.ts';

const Name = Text(60);
export const Capacity = Type.Integer({ minimum: 1, maximum: 100, description: 'batches that find room there at once' });
export const CapacityMl = ranged('mL', 50, 1_000_000);
const SurfaceCm2 = ranged('cm² of open face', 1, 100_000);
const Note = Type.String({ maxLength: 120 });

/** Something new to stand there. */
export const AddThing = Type.Object(
  {
    thing: literals(BENCH_THING_IDS),
    name: Name,
    /** of a bath; left out, what such a bath usually holds */
    liquid: optional(literals(SOLVENTS)),
    capacityMl: optional(CapacityMl),
    /** the line that a bath joins at its clean end; left out, it stands by itself */
    lineId: optional(EntityId),
  },
  strict,
);
/** What is otherwise of a station; what is left out stays. What a bath holds is changed by a fill. */
export const ChangeStation = Type.Object(
  {
    name: optional(Name),
    capacity: optional(Capacity),
    note: optional(Note),
    capacityMl: optional(CapacityMl),
    surfaceCm2: optional(SurfaceCm2),
    agitation: optional(literals(AGITATIONS)),
  },
  strict,
);
/** Every station that stands there, in the order in which they are walked by. */
export const OrderStations = Type.Object({ stations: Type.Array(EntityId, { minItems: 1, maxItems: 200 }) }, strict);
/** A line as it is to be: its baths by station, the dirtiest first. Without baths it is given up. */
export const ArrangeLine = Type.Object(
  {
    /** left out, a new line */
    lineId: optional(EntityId),
    name: Name,
    baths: Type.Array(EntityId, { maxItems: 20 }),
  },
  strict,
);
const Role = literals(['technician', 'lead']);
export const SavePerson = Type.Object({ personId: optional(EntityId), name: Name, role: Role }, strict);
export const LeavePerson = Type.Object({ personId: EntityId }, strict);

/** One change of what stands there, as it is kept. */
export const LayoutChange = Type.Union([
  Type.Object({ what: Type.Literal('added'), name: Type.String(), thing: literals(BENCH_THING_IDS) }),
  Type.Object({ what: Type.Literal('changed'), name: Type.String(), set: ChangeStation }),
  Type.Object({ what: Type.Literal('ordered') }),
  Type.Object({ what: Type.Literal('arranged'), name: Type.String(), baths: Type.Array(Type.String()) }),
  Type.Object({ what: Type.Literal('retired'), name: Type.String() }),
  Type.Object({ what: Type.Literal('put back'), name: Type.String() }),
  Type.Object({ what: Type.Literal('came'), name: Type.String() }),
  Type.Object({ what: Type.Literal('called'), name: Type.String(), before: Type.String() }),
  Type.Object({ what: Type.Literal('left'), name: Type.String() }),
]);
export type LayoutChange = Static<typeof LayoutChange>;
const StationThere = Type.Object({
  id: EntityId,
  name: Type.String(),
  kind: literals(STATION_KIND_IDS),
  capacity: Type.Integer(),
  note: Type.String(),
  bath: Type.Union([
    Type.Object({
      vesselId: EntityId,
      liquid: literals(SOLVENTS),
      agitation: literals(AGITATIONS),
      capacityMl: Type.Number(),
      surfaceCm2: Type.Number(),
      isEmpty: Type.Boolean(),
    }),
    Type.Null(),
  ]),
  /** parts that are there now, or are to come */
  batches: Type.Array(Type.Object({ id: EntityId, name: Type.String(), here: Type.Boolean() })),
  retiredAtMs: Type.Union([Type.Number(), Type.Null()]),
});
export type StationThere = Static<typeof StationThere>;
export const LayoutReply = Type.Object({
  stations: Type.Array(StationThere, { description: 'in walking order, those that are gone last' }),
  lines: Type.Array(Type.Object({ id: EntityId, name: Type.String(), baths: Type.Array(EntityId) })),
  people: Type.Array(Type.Object({ id: EntityId, name: Type.String(), role: Type.String() })),
  changes: Type.Array(Type.Object({ change: LayoutChange, atMs: Type.Number(), by: Type.String() }), {
    description: 'newest first',
  }),
});
export type LayoutReply = Static<typeof LayoutReply>;
