import { type Static, Type } from 'typebox';
import { counted, EntityId, literals, Moment, quantity, ranged, strict, Text } from './common.ts';
import { DEVICE_KINDS } from './deviceKinds.ts';

/** The open device API: a device sends samples and asks for presses, showing its token as `Authorization: Bearer …`. */
export const Sample = Type.Object(
  {
    /** ms since 1970, by the device's clock */
    atMs: Moment,
    /** weight shown by a scale, g */
    grams: Type.Optional(quantity()),
    /** whether the shown value has settled */
    stable: Type.Optional(Type.Boolean()),
    /** plain words: what stands on it, a fault */
    note: Type.Optional(Text(120)),
    /** a camera's newest photo, by number */
    photo: Type.Optional(counted()),
    /** light at a lamp's own sensor, or under a meter, mW/cm² */
    mWPerCm2: Type.Optional(Type.Number({ minimum: 0, maximum: 10_000 })),
    /** of the chamber, the bath, the sample or the room, °C */
    tempC: Type.Optional(Type.Number({ minimum: -50, maximum: 400 })),
    doorOpen: Type.Optional(Type.Boolean()),
    lidOpen: Type.Optional(Type.Boolean()),
    /** whether a wash unit moves its liquid now */
    stirring: Type.Optional(Type.Boolean()),
    /** of the liquid that a density meter is in, g/mL */
    densityGPerMl: Type.Optional(Type.Number({ minimum: 0.5, maximum: 2 })),
    /** relative humidity of the room, % */
    humidityPct: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    /** solvent vapour in the air as a share of what can burn, % */
    vapourPctLel: Type.Optional(Type.Number({ minimum: 0, maximum: 200 })),
    /** what a scanner read, and the number of the scan */
    code: Type.Optional(Text(80)),
    scan: Type.Optional(counted()),
    /** seconds that its timer still shows; 0 when it is off */
    leftS: Type.Optional(ranged('s', 0, 1_000_000)),
    /** the marked place that a meter stands at */
    place: Type.Optional(Text(30)),
    /** water that leaves a condenser, °C */
    coolingC: Type.Optional(Type.Number({ minimum: -50, maximum: 200 })),
    heating: Type.Optional(Type.Boolean()),
    windMPerS: Type.Optional(ranged('m/s', 0, 100)),
    /** net radiation of the day, MJ/m² */
    netRadiationMJ: Type.Optional(ranged('MJ/m² and day', -20, 60)),
    rainMmPerDay: Type.Optional(ranged('mm a day', 0, 1000)),
  },
  strict,
);
export type Sample = Static<typeof Sample>;
export const SamplesInput = Type.Object({ samples: Type.Array(Sample, { minItems: 1, maxItems: 100 }) }, strict);
/** A button pressed on a device, or, on a simulated one, something done to it by hand. */
export const Press = Type.Object(
  {
    button: Text(30),
    vesselId: Type.Optional(EntityId),
    /** a batch whose part is laid before a simulated camera */
    batchId: Type.Optional(EntityId),
    /** a marked place to put a meter at */
    place: Type.Optional(Text(30)),
    amount: Type.Optional(Type.Number({ minimum: 0, maximum: 100_000 })),
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
    simulated: Type.Optional(Type.Boolean()),
    practice: Type.Optional(Type.Boolean({ description: 'simulated, and kept running by this server' })),
    /** where it stands, for a lamp */
    stationId: Type.Optional(EntityId),
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
