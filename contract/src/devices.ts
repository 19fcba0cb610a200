import { type Static, Type } from 'typebox';
import { counted, EntityId, literals, Moment, optional, quantity, ranged, strict, Text } from './common.ts';
import { DEVICE_KINDS } from './deviceKinds.ts';

/** The open device API: a device sends samples and asks for presses, showing its token as `Authorization: Bearer …`. */
export const Sample = Type.Object(
  {
    /** ms since 1970, by the device's clock */
    atMs: Moment,
    /** weight shown by a scale, g */
    grams: optional(quantity()),
    /** whether the shown value has settled */
    stable: optional(Type.Boolean()),
    /** plain words: what stands on it, a fault */
    note: optional(Text(120)),
    /** a camera's newest photo, by number */
    photo: optional(counted()),
    /** light at a lamp's own sensor, or under a meter, mW/cm² */
    mWPerCm2: optional(Type.Number({ minimum: 0, maximum: 10_000 })),
    /** of the chamber, the bath, the sample or the room, °C */
    tempC: optional(Type.Number({ minimum: -50, maximum: 400 })),
    doorOpen: optional(Type.Boolean()),
    lidOpen: optional(Type.Boolean()),
    /** whether a wash unit moves its liquid now */
    stirring: optional(Type.Boolean()),
    /** of the liquid that a density meter is in, g/mL */
    densityGPerMl: optional(Type.Number({ minimum: 0.5, maximum: 2 })),
    /** relative humidity of the room, % */
    humidityPct: optional(Type.Number({ minimum: 0, maximum: 100 })),
    /** solvent vapour in the air as a share of what can burn, % */
    vapourPctLel: optional(Type.Number({ minimum: 0, maximum: 200 })),
    /** what a scanner read, and the number of the scan */
    code: optional(Text(80)),
    scan: optional(counted()),
    /** seconds that its timer still shows; 0 when it is off */
    leftS: optional(ranged('s', 0, 1_000_000)),
    /** the marked place that a meter stands at */
    place: optional(Text(30)),
    /** water that leaves a condenser, °C */
    coolingC: optional(Type.Number({ minimum: -50, maximum: 200 })),
    heating: optional(Type.Boolean()),
    windMPerS: optional(ranged('m/s', 0, 100)),
    /** net radiation of the day, MJ/m² */
    netRadiationMJ: optional(ranged('MJ/m² and day', -20, 60)),
    rainMmPerDay: optional(ranged('mm a day', 0, 1000)),
  },
  strict,
);
export type Sample = Static<typeof Sample>;
export const SamplesInput = Type.Object({ samples: Type.Array(Sample, { minItems: 1, maxItems: 100 }) }, strict);
/** A button pressed on a device, or, on a simulated one, something done to it by hand. */
export const Press = Type.Object(
  {
    button: Text(30),
    vesselId: optional(EntityId),
    /** a batch whose part is laid before a simulated camera */
    batchId: optional(EntityId),
    /** a marked place to put a meter at */
    place: optional(Text(30)),
    amount: optional(Type.Number({ minimum: 0, maximum: 100_000 })),
  },
  strict,
);
export type Press = Static<typeof Press>;
export const PressRow = Type.Object({ number: Type.Integer(), press: Press });
export const PressesReply = Type.Object({
  presses: Type.Array(PressRow),
  /** what to ask after next */
  upTo: Type.Integer(),
});
export type PressesReply = Static<typeof PressesReply>;
/** Makes a device known. Its token is shown this once. */
export const NewDeviceInput = Type.Object(
  {
    kind: literals(DEVICE_KINDS),
    name: Text(40),
    simulated: optional(Type.Boolean()),
    practice: optional(Type.Boolean({ description: 'simulated, and kept running by this server' })),
    /** where it stands, for a lamp */
    stationId: optional(EntityId),
  },
  strict,
);
export const NewDeviceReply = Type.Object({ id: EntityId, token: Type.String() });
export type NewDeviceReply = Static<typeof NewDeviceReply>;
export const Device = Type.Object({
  id: EntityId,
  kind: literals(DEVICE_KINDS),
  name: Type.String(),
  simulated: Type.Boolean(),
  stationId: Type.Union([Type.String(), Type.Null()]),
  /** heard from lately */
  online: Type.Boolean(),
  last: Type.Union([Sample, Type.Null()]),
});
export type Device = Static<typeof Device>;
export const DevicesReply = Type.Object({ devices: Type.Array(Device) });
export type DevicesReply = Static<typeof DevicesReply>;
