import { COUPON_RESULTS, CURE_FAMILIES, MEDIA } from '@north-step/core/cure';
import { Type } from 'typebox';
import { literals, optional, Place, strict } from './common.ts';
import { CureConstantsInput, Num, Opt, reply } from './computeParts.ts';

const Resin = Type.Union([literals(CURE_FAMILIES), CureConstantsInput]);
const Range = (unit: string) => Type.Array(Num(unit), { minItems: 2, maxItems: 2 });

export const IrradianceInput = Type.Object(
  {
    leds: Type.Array(
      Type.Object(
        {
          posMm: Place('x y z, mm'),
          dir: Place('the way it shines'),
          powerMW: Num('mW'),
          m: Num('Lambertian exponent, 1 for a bare chip'),
        },
        strict,
      ),
      { minItems: 1, maxItems: 400 },
    ),
    points: optional(
      Type.Array(Type.Object({ posMm: Place('mm'), normal: Place('of the face') }, strict), { maxItems: 5000 }),
    ),
    meshStlBase64: optional(
      Type.String({
        maxLength: 44_000_000,
        description: 'an STL file; it throws shadows, and is mapped when no points are given',
      }),
    ),
    placeMm: optional(Place('mm that the mesh is moved by')),
    turntableAngles: optional(
      Type.Integer({ minimum: 1, maximum: 360, description: 'turns averaged over, default 1: nothing turns' }),
    ),
    floor: optional(Type.Object({ zMm: Num('mm'), reflectance: Num('share') }, strict)),
    table: optional(Type.Object({ zMm: Num('mm'), radiusMm: Num('mm'), transmission: Num('share') }, strict)),
    walls: optional(
      Type.Object({ reflectance: Num('share'), areaMm2: Num('mm²'), portMm2: Opt('mm², default 0') }, strict),
    ),
    medium: optional(literals(MEDIA)),
  },
  strict,
);
export const IrradianceReply = reply({
  pointsMWPerCm2: optional(Type.Array(Num('mW/cm²'))),
  coldest: Opt('mW/cm², 2nd percentile of the lit surface'),
  median: Opt('mW/cm²'),
  hottest: Opt('mW/cm², 99th percentile'),
  neverLitPct: Opt('% of the surface below 3 % of the median'),
  samples: optional(
    Type.Array(Type.Object({ posMm: Place('mm'), normal: Place('of the face'), mWPerCm2: Num('mW/cm²') })),
  ),
});

export const TranslateInput = Type.Object(
  {
    resin: Resin,
    card: Type.Object(
      { minutes: Num('min'), tempC: Num('°C'), mWPerCm2: Num('mW/cm²'), medium: literals(MEDIA) },
      strict,
    ),
    ours: Type.Object(
      { mWPerCm2: Num('mW/cm²'), canHeatToC: Opt('°C its heater can hold'), medium: literals(MEDIA) },
      strict,
    ),
    wallMm: Opt('mm, default 3'),
  },
  strict,
);
export const TranslateReply = reply({
  reachable: Type.Boolean(),
  minutes: Opt('min under our lamp'),
  endsPct: Num('% of the rise of the card’s schedule'),
  lampMinutes: Opt('min of light until 95 % of what is reachable here, where the card’s cure is not'),
  oven: optional(Type.Object({ tempC: Num('°C'), minutes: Num('min after the light') })),
});

export const CouponsInput = Type.Object(
  {
    resin: Resin,
    mWPerCm2: Num('mW/cm² on the coupons'),
    outcomes: Type.Array(
      Type.Object({ seconds: Num('s'), result: literals(COUPON_RESULTS), shoreD: Opt('Shore D') }, strict),
      { minItems: 1, maxItems: 60 },
    ),
    medium: optional(literals(MEDIA)),
    tempC: Opt('°C, default 25'),
    wallMm: Opt('mm, default 3'),
  },
  strict,
);
export const CouponsReply = reply({
  handleS: Num('s, median'),
  handleRange90: Range('s'),
  maxS: Opt('s, median; absent when nothing tints or embrittles it in six hours'),
  maxRange90: optional(Range('s')),
  rateScale: Num('rate of cure over the card’s'),
  doseScale: Num('harmful dose over the card’s'),
});

export const SunInput = Type.Object(
  {
    latDeg: Num('° north'),
    lonDeg: Num('° east'),
    at: Type.String({ maxLength: 40, description: 'ISO 8601 with its zone, like 2026-06-21T12:00:00Z' }),
    cloudShare: Opt('0 to 1, default 0'),
    albedo: Opt('of the ground, default 0.15'),
    behindGlass: optional(Type.Boolean({ description: 'behind window glass, which lets six tenths through' })),
  },
  strict,
);
export const SunReply = reply({
  elevationDeg: Num('°'),
  mWPerCm2: Num('mW/cm², 340–415 nm, on a part turned all round'),
  range: Range('mW/cm²'),
});
