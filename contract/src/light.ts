import type { BatchLight } from '@north-step/core/batch';
import type { LampNow } from '@north-step/core/bench';
import { COUPON_RESULTS, MEDIA, type PairScale } from '@north-step/core/cure';
import { LAMP_KINDS, type Lamp, type LampDescription } from '@north-step/core/light';
import { type Static, Type } from 'typebox';
import { counted, EntityId, literals, optional, quantity, ranged, strict, Text } from './common.ts';
import { described, Pair, Triple } from './described.ts';

const Power = {
  powerMW: ranged('mW of each LED', 0.01, 100_000),
  m: optional(ranged('Lambertian exponent', 0.5, 100)),
};
const Count = (most: number) => Type.Integer({ minimum: 1, maximum: most });

const Group = Type.Union([
  Type.Object(
    {
      shape: Type.Literal('columns'),
      columns: Count(24),
      each: Count(40),
      radiusMm: ranged('mm', 1, 2000),
      fromMm: ranged('mm above the table', -500, 3000),
      toMm: ranged('mm above the table', -500, 3000),
      firstDeg: optional(ranged('°', -360, 360)),
      ...Power,
    },
    strict,
  ),
  Type.Object(
    {
      shape: Type.Literal('ring'),
      count: Count(100),
      radiusMm: ranged('mm', 1, 2000),
      zMm: ranged('mm above the table', -500, 3000),
      downDeg: ranged('° below level', -90, 90),
      ...Power,
    },
    strict,
  ),
  Type.Object(
    {
      shape: Type.Literal('panel'),
      rows: Count(30),
      columns: Count(30),
      sizeMm: Pair(ranged('mm', 0, 4000)),
      centreMm: Triple(quantity()),
      facing: literals(['down', 'up', 'left', 'right', 'front', 'back']),
      ...Power,
    },
    strict,
  ),
  Type.Object(
    {
      shape: Type.Literal('rod'),
      rings: Count(30),
      perRing: Count(12),
      fromMm: ranged('mm above the table', 0, 3000),
      toMm: ranged('mm above the table', 0, 3000),
      radiusMm: ranged('mm', 0, 200),
      ...Power,
    },
    strict,
  ),
]);

/** A light source by what a ruler, a clock and a meter can tell. */
export const LampInput = described<LampDescription>()(
  Type.Object(
    {
      kind: literals(LAMP_KINDS),
      groups: Type.Array(Group, { maxItems: 12 }),
      turntable: Type.Boolean(),
      tableRadiusMm: ranged('mm', 10, 2000),
      heightMm: ranged('mm of room above the table', 10, 3000),
      tableTransmission: ranged('share', 0, 1),
      floorBelowMm: ranged('mm below the table', 0, 1000),
      floorReflectance: ranged('share: 0 plain, 0.85 to 0.95 mirrored', 0, 1),
      wallReflectance: ranged('share', 0, 0.98),
      wallAreaMm2: ranged('mm²', 0, 1e8),
      portMm2: optional(ranged('mm² of openings', 0, 1e8)),
      heatsK: ranged('K above the room', 0, 80),
      heaterToC: optional(ranged('°C', 25, 150)),
      timerStepS: ranged('s', 1, 3600),
      cutOutS: optional(ranged('s', 1, 36_000)),
      hours: ranged('h', 0, 1e6),
      fadesPer1000h: ranged('share', 0, 0.95),
    },
    strict,
  ),
);
export const DescribeLamp = Type.Object({ lamp: LampInput }, strict);
export const MeterLamp = Type.Object(
  {
    readings: Type.Array(Type.Object({ spot: Text(20), mWPerCm2: ranged('mW/cm²', 0, 1000) }, strict), {
      minItems: 1,
      maxItems: 12,
    }),
  },
  strict,
);
export const SkyNow = Type.Object(
  {
    latDeg: ranged('° north', -90, 90),
    lonDeg: ranged('° east', -180, 180),
    cloudShare: ranged('share of the sky', 0, 1),
    behindGlass: optional(Type.Boolean({ description: 'on the sill behind a window; default outdoors' })),
  },
  strict,
);

export const LampEvent = Type.Object({
  kind: literals(['described', 'metered', 'sky']),
  atMs: Type.Number(),
  by: Type.String(),
  /** hours of the lamp then */
  hours: Type.Number(),
  scale: optional(Type.Number({ description: 'light over what the description says' })),
  spreadPct: optional(Type.Number()),
});
/** A light source by its last meter reading. */
export const LampNowReply = described<LampNow>()(
  Type.Object({
    name: Type.String(),
    mWPerCm2: Type.Number({ description: 'mW/cm²' }),
    heatsK: Type.Number({ description: 'K above the room' }),
    timerStepS: Type.Number({ description: 's' }),
    cutOutS: optional(Type.Number({ description: 's' })),
    heaterToC: optional(Type.Number({ description: '°C' })),
    doubtShare: optional(Type.Number({ description: 'how far its light may be off either way' })),
  }),
);
/** What coupons and looks have shown of a resin under a lamp. */
export const PairScaleReply = described<PairScale>()(
  Type.Object({
    lnRate: Type.Number({ description: 'ln of the rate of cure over the card’s' }),
    lnRateSd: Type.Number(),
    lnDose: Type.Number({ description: 'ln of the dose until tint and brittleness over the card’s' }),
    lnDoseSd: Type.Number(),
  }),
);

export const LampView = Type.Object({
  stationId: EntityId,
  name: Type.String(),
  version: Type.Integer(),
  /** as it was described last, `lamp.describe` says how */
  lamp: Type.Unsafe<Lamp>(Type.Object({}, { additionalProperties: true })),
  /** by marked place, mW/cm² */
  described: Type.Array(Type.Number()),
  now: LampNowReply,
  sky: optional(
    Type.Object({
      latDeg: Type.Number(),
      lonDeg: Type.Number(),
      cloudShare: Type.Number(),
      behindGlass: optional(Type.Boolean()),
    }),
  ),
  events: Type.Array(LampEvent, { description: 'newest first' }),
});
export type LampView = Static<typeof LampView>;
export const LampsReply = Type.Object({ lamps: Type.Array(LampView) });
export type LampsReply = Static<typeof LampsReply>;

export const LightMapBody = Type.Object(
  {
    /** float32 little-endian, mW/cm² of every sample, base64 */
    values: Type.String({ maxLength: 120_000 }),
    triangles: counted(undefined, 1),
  },
  strict,
);
export type LightMapBody = Static<typeof LightMapBody>;

export const CurePlanCommand = Type.Object(
  {
    light: described<BatchLight>()(
      Type.Object(
        {
          station: EntityId,
          placed: Type.Integer({ minimum: 1, maximum: 1000 }),
          poses: Type.Array(
            Type.Object(
              {
                up: Triple(quantity()),
                coldMWPerCm2: ranged('mW/cm²', 0, 1000),
                hotMWPerCm2: ranged('mW/cm²', 0, 1000),
              },
              strict,
            ),
            { minItems: 1, maxItems: 2 },
          ),
          upByKind: optional(
            Type.Array(Triple(quantity()), {
              minItems: 2,
              maxItems: 24,
              description: 'of every kind of piece, in the first pose',
            }),
          ),
          medianMWPerCm2: ranged('mW/cm²', 0, 1000),
          neverLitPct: ranged('% left out', 0, 100),
          outerOnly: optional(Type.Boolean()),
          inside: optional(Type.Object({ totalMW: ranged('mW', 1, 1e5), lengthMm: ranged('mm', 1, 1000) }, strict)),
          samples: optional(counted(undefined, 1)),
          triangles: optional(counted(undefined, 1)),
        },
        strict,
      ),
    ),
    medium: literals(MEDIA),
    tempC: optional(ranged('°C', 0, 150)),
    anyway: optional(
      Type.String({ minLength: 1, maxLength: 200, description: 'why it is lit though its window is closed' }),
    ),
  },
  strict,
);

const CouponOutcome = Type.Object(
  {
    seconds: ranged('s', 1, 86_400),
    result: literals(COUPON_RESULTS),
    shoreD: optional(ranged('Shore D', 1, 100)),
  },
  strict,
);
export const NewLadder = Type.Object(
  {
    stationId: EntityId,
    cardId: EntityId,
    lot: Text(40),
    medium: literals(MEDIA),
    outcomes: Type.Array(CouponOutcome, { minItems: 1, maxItems: 24 }),
  },
  strict,
);
const Range = Pair();
/** What is known of a resin under a lamp. */
export const PairView = Type.Object({
  cardId: EntityId,
  stationId: EntityId,
  scale: PairScaleReply,
  handleS: Type.Number(),
  handleRange90: Range,
  maxS: optional(Type.Number()),
  maxRange90: optional(Range),
  coupons: Type.Integer(),
  looks: Type.Integer(),
  ladderAtMs: Type.Union([Type.Number(), Type.Null()]),
  drift: optional(Type.String()),
});
export type PairView = Static<typeof PairView>;
export const Ladder = Type.Object({
  id: EntityId,
  stationId: EntityId,
  cardId: EntityId,
  lot: Type.String(),
  medium: literals(MEDIA),
  mWPerCm2: Type.Number(),
  outcomes: Type.Array(CouponOutcome),
  atMs: Type.Number(),
  by: Type.String(),
});
export type Ladder = Static<typeof Ladder>;
export const PairsReply = Type.Object({ pairs: Type.Array(PairView), ladders: Type.Array(Ladder) });
export type PairsReply = Static<typeof PairsReply>;

export const LightTraceReply = Type.Object({
  samples: Type.Array(
    Type.Object({
      stepId: Type.String(),
      atMs: Type.Number(),
      mWPerCm2: Type.Number(),
      tempC: Type.Union([Type.Number(), Type.Null()]),
      doorOpen: Type.Boolean(),
    }),
  ),
});
export type LightTraceReply = Static<typeof LightTraceReply>;
