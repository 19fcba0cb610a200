import { REMINDERS, SCHOOLS, STATION_KIND_IDS, type Ways } from '@north-step/core/bench';
import { CURE_FAMILIES } from '@north-step/core/cure';
import { AIRS, ROOM_C } from '@north-step/core/dry';
import type { Spaces } from '@north-step/core/fit';
import { SOLVENTS } from '@north-step/core/liquids';
import { BENCH_FORMAT, BENCH_PRESET_IDS, BENCH_THING_IDS, type BenchFile } from '@north-step/core/setUp';
import { AGITATIONS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { EntityId, literals, optional, ranged, strict, Text } from './common.ts';
import { described, Pair, Triple } from './described.ts';
import { Capacity, CapacityMl } from './layout.ts';
import { LampInput } from './light.ts';
import { bounded, ResinCardFile } from './resinCard.ts';

const mm = (most = 3000) => ranged('mm', 0, most);
const Size2 = Pair(mm());
const Size3 = Triple(mm());
const WashSpace = Type.Object(
  {
    openingMm: Size2,
    depthMm: mm(),
    impellerMm: mm(),
    basket: optional(Type.Object({ sizeMm: Size3, meshMm: mm(100) }, strict)),
  },
  strict,
);
/** Sizes of plate, baths, lamps and ovens, as far as they were measured. */
export const SpacesInput = described<Spaces>()(
  Type.Object(
    {
      plate: optional(Type.Object({ sizeMm: Size2, mountMm: mm() }, strict)),
      wash: optional(Type.Record(EntityId, WashSpace, { maxProperties: 100 })),
      boxes: optional(Type.Record(EntityId, Size3, { maxProperties: 100 })),
    },
    strict,
  ),
);
const DayMinute = Type.Integer({ minimum: 0, maximum: 1439, description: 'minute of the day' });
/** What a workshop keeps its time by, and what it wants to be reminded of. What is left out is as its machine has it. */
export const WaysInput = described<Ways>()(
  Type.Object(
    {
      zone: optional(Text(60)),
      dates: optional(Type.String({ pattern: '^[a-z]{2,3}(-[A-Z]{2})?$', maxLength: 6, description: 'BCP 47' })),
      opensMin: optional(DayMinute),
      closesMin: optional(DayMinute),
      silent: optional(Type.Array(literals(REMINDERS), { maxItems: REMINDERS.length })),
    },
    strict,
  ),
);
/** How a route answers where practitioners disagree. */
export const SchoolsReply = Type.Object(
  {
    supports: literals(SCHOOLS.supports),
    washing: literals(SCHOOLS.washing),
    cureIn: literals(SCHOOLS.cureIn),
    howLong: literals(SCHOOLS.howLong),
    heat: literals(SCHOOLS.heat),
    drying: literals(SCHOOLS.drying),
  },
  strict,
);
/** What a workshop prefers where practitioners disagree: the routes that it is offered first follow it. */
export const SchoolsInput = Type.Object(
  {
    supports: optional(SchoolsReply.properties.supports),
    washing: optional(SchoolsReply.properties.washing),
    cureIn: optional(SchoolsReply.properties.cureIn),
    howLong: optional(SchoolsReply.properties.howLong),
    heat: optional(SchoolsReply.properties.heat),
    drying: optional(SchoolsReply.properties.drying),
  },
  strict,
);
/** What a look costs, and what it costs to make a batch again: by these the first light is chosen. */
export const LightCostsInput = Type.Object(
  { lookS: ranged('s of work', 10, 3600), spoiledS: ranged('s of work', 60, 86_400) },
  strict,
);
export const RoomInput = Type.Object(
  {
    workshop: Text(80),
    roomC: ranged('°C', ROOM_C.min, ROOM_C.max),
    humidityPct: ranged('%', 0, 100),
    /** how air moves over the drying rack */
    dryAir: literals(AIRS),
    lightCosts: optional(LightCostsInput),
    spaces: SpacesInput,
    ways: optional(WaysInput),
    schools: optional(SchoolsInput),
    /** what the workshop's money is called */
    currency: optional(Text(12)),
    /** by that money, for a litre */
    prices: Type.Object(
      {
        freshPerL: ranged('fresh solvent', 0, 10_000),
        disposePerL: ranged('handing waste over', 0, 10_000),
        reclaimPerL: ranged('reclaimed solvent', 0, 10_000),
        handsPerH: optional(ranged('an hour of hands', 0, 10_000)),
        powerPerKWh: optional(ranged('a kWh', 0, 1000)),
        filterEach: optional(ranged('papers for one pass', 0, 1000)),
        sludgePerKg: optional(ranged('a kg of sludge handed over', 0, 10_000)),
        resinPerKg: optional(ranged('a kg of resin', 0, 100_000)),
        consumablesPerBatch: optional(ranged('wipes and gloves of a batch', 0, 1000)),
      },
      strict,
    ),
  },
  strict,
);
export type RoomInput = Static<typeof RoomInput>;
export const SetRoom = Type.Object({ room: RoomInput }, strict);
const BathInput = Type.Object(
  {
    name: Text(60),
    station: literals(STATION_KIND_IDS),
    liquid: literals(SOLVENTS),
    agitation: literals(AGITATIONS),
    capacityMl: CapacityMl,
    surfaceM2: ranged('m² of open face', 0.0001, 10),
  },
  strict,
);
const PlaceInput = Type.Object({ name: Text(60), kind: literals(STATION_KIND_IDS), capacity: Capacity }, strict);
/** The file that a bench travels in. */
export const BenchFileInput = described<BenchFile>()(
  Type.Object(
    {
      format: Type.Literal(BENCH_FORMAT),
      name: Type.String({ maxLength: 80 }),
      lines: Type.Array(
        Type.Object(
          {
            name: Text(60),
            baths: Type.Array(BathInput, { minItems: 1, maxItems: 20 }),
            stores: optional(Type.Boolean()),
          },
          strict,
        ),
        { maxItems: 20 },
      ),
      tanks: Type.Array(BathInput, { maxItems: 20 }),
      places: Type.Array(PlaceInput, { maxItems: 60 }),
      lamps: Type.Array(Type.Object({ ...PlaceInput.properties, lamp: LampInput }, strict), { maxItems: 40 }),
      walk: Type.Array(Text(60), { maxItems: 200 }),
    },
    { ...strict, description: 'a bench of another workshop, as a file' },
  ),
);
/** What a sheet says stands in the card as it is. */
const OF_SHEET = ResinCardFile.properties;
/** A workshop that is begun: its name, its people, what stands on its bench, and its resins as far as their sheets say. */
export const SetUpShop = Type.Object(
  {
    workshop: Text(80),
    roomC: ranged('°C', ROOM_C.min, ROOM_C.max),
    humidityPct: ranged('%', 0, 100),
    currency: optional(Text(12)),
    ways: optional(WaysInput),
    people: Type.Array(Type.Object({ name: Text(60), role: literals(['technician', 'lead']) }, strict), {
      minItems: 1,
      maxItems: 40,
    }),
    bench: Type.Union([literals(BENCH_PRESET_IDS), BenchFileInput]),
    /** what else stands there */
    also: optional(
      Type.Array(Type.Object({ thing: literals(BENCH_THING_IDS), name: Text(60) }, strict), { maxItems: 40 }),
    ),
    /** names of the stations in walking order, where it is another than usual */
    walk: optional(Type.Array(Text(60), { maxItems: 200 })),
    /** what is known of each lamp, in their order; what is not known is as such lamps are */
    lights: optional(
      Type.Array(
        Type.Object(
          {
            leds: optional(Type.Integer({ minimum: 1, maximum: 2000 })),
            meteredMWPerCm2: optional(ranged('mW/cm² in its middle', 0.05, 1000)),
          },
          strict,
        ),
        { maxItems: 40 },
      ),
    ),
    /** where the sill is; left out, 50° north */
    place: optional(Type.Object({ latDeg: ranged('° north', -90, 90), lonDeg: ranged('° east', -180, 180) }, strict)),
    resins: Type.Array(
      Type.Object(
        {
          name: Text(80),
          family: literals(CURE_FAMILIES),
          lot: Text(40),
          cardCureS: OF_SHEET.cardCureS,
          cardWashS: OF_SHEET.cardWashS,
          cardDryS: OF_SHEET.cardDryS,
          cardMWPerCm2: optional(bounded('cardLight.mWPerCm2', 'mW/cm², of the lamp of the sheet')),
          exposureCapS: optional(OF_SHEET.exposureCapS),
          viscosityMPaS25: optional(OF_SHEET.viscosityMPaS25),
          oven: OF_SHEET.oven,
        },
        strict,
      ),
      { minItems: 1, maxItems: 40 },
    ),
  },
  strict,
);
export type SetUpShop = Static<typeof SetUpShop>;
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
