import { type Static, Type } from 'typebox';
import { EntityId, optional, ranged, strict, Text } from './common.ts';
import { Assumptions, Num, Opt, reply } from './computeParts.ts';

export const PassesInput = Type.Object(
  {
    solventG: ranged('g of dirty liquid, resin included', 1, 1e6),
    loadPctW: ranged('% by weight', 0, 90),
    eta: optional(ranged('share of the resin that one pass drops, default 0.75', 0, 1)),
    floorPctW: optional(ranged('load that no pass gets below, default 0.4', 0, 20)),
    prices: optional(
      Type.Object(
        {
          freshPerKg: ranged('default 4', 0, 1e5),
          perPass: ranged('papers and work, default 0.6', 0, 1e5),
          worthlessPctW: optional(ranged('load at which it is worth nothing, default 5', 0.5, 50)),
        },
        strict,
      ),
    ),
  },
  strict,
);
export const PassesReply = reply({
  passes: Type.Array(
    Type.Object({ yield: Num('of what was put in'), loadPctW: Num('% by weight'), value: Num('in your money') }),
  ),
  best: Type.Integer({ description: 'passes worth most' }),
});

export const DistilInput = Type.Object(
  {
    isopropanolG: ranged('g', 0, 1e6),
    waterG: ranged('g', 0, 1e6),
    resinG: ranged('g', 0, 1e6),
    powerW: ranged('W at the plug', 50, 5000),
    altitudeM: optional(ranged('m, default 0', -400, 5000)),
    stop: optional(
      Type.Object(
        {
          resinShare: optional(ranged('of what is left, default 0.5', 0.05, 0.9)),
          potC: optional(ranged('°C, default 95', 40, 150)),
          heelPct: optional(ranged('% of the charge, default 8', 2, 90)),
        },
        strict,
      ),
    ),
  },
  strict,
);
export const DistilReply = reply({
  yield: Num('of the liquid put in'),
  strengthPctW: Num('% by weight, of what came over'),
  minutes: Num('min'),
  kWh: Num('kWh'),
  potC: Type.Array(Type.Number(), { minItems: 2, maxItems: 2, description: '°C, first boiling and heat off' }),
  sludgeG: Num('g left in the pot'),
  balanceErrorG: Num('g'),
  stoppedBy: Type.String(),
});

export const BlendInput = Type.Object(
  {
    needKg: ranged('kg', 0.001, 1e5),
    maxLoadPctW: ranged('% by weight', 0, 100),
    minStrengthPctW: ranged('% by weight', 0, 100),
    maxReclaimedPct: optional(ranged('% of the whole', 0, 100)),
    vessels: Type.Array(
      Type.Object(
        {
          id: EntityId,
          kg: ranged('kg', 0, 1e6),
          loadPctW: ranged('% by weight', 0, 100),
          strengthPctW: ranged('% by weight', 0, 100),
          costPerKg: ranged('in your money', 0, 1e6),
          reclaimed: optional(Type.Boolean()),
        },
        strict,
      ),
      { minItems: 1, maxItems: 40 },
    ),
  },
  strict,
);
export const BlendReply = Type.Object({
  feasible: Type.Boolean(),
  takeKg: Type.Record(Type.String(), Type.Number(), { description: 'kg by vessel' }),
  cost: Num('in your money'),
  loadPctW: Num('% by weight'),
  strengthPctW: Num('% by weight'),
  reason: optional(Text(200)),
  assumptions: Assumptions,
});

export const VapourInput = Type.Object(
  {
    roomM3: ranged('m³', 1, 1e6),
    airChangesPerH: ranged('1/h', 0, 500),
    tempC: optional(ranged('°C, default 20', -10, 50)),
    sourcesGPerH: ranged('g of solvent an hour', 0, 1e7),
    hours: ranged('h', 0, 1e5),
    spillMl: optional(ranged('mL', 0, 1e6)),
    limits: optional(
      Type.Object({ meanPpm: ranged('8 h mean', 1, 20_000), shortPpm: ranged('short term', 1, 20_000) }, strict),
    ),
  },
  strict,
);
export const VapourComputed = reply({
  ppm: Num('ppm at the end'),
  ppmSteady: Type.Union([Type.Number(), Type.Null()], { description: 'ppm; null where no air goes out' }),
  lflPct: Num('% of what could burn'),
  spillBoundPpm: Opt('ppm, were all of it in the air at once'),
  verdict: Type.String(),
  minutesToLimit: Opt('min until the first limit is passed, from clean air'),
});

export const FlashPointInput = Type.Object({ strengthPctW: ranged('% by weight', 1, 100) }, strict);
export const FlashPointReply = reply({ flashPointC: Num('°C') });

export const PanInput = Type.Object(
  {
    tempC: ranged('°C', -30, 50),
    humidityPct: ranged('%', 0, 100),
    windMPerS: ranged('m/s', 0, 40),
    netRadiationMJ: ranged('MJ/m² and day', -5, 40),
    litres: ranged('L', 0, 1e5),
    areaM2: ranged('m²', 0.001, 100),
  },
  strict,
);
export const PanReply = reply({
  mmPerDay: Num('mm a day'),
  days: Type.Union([Type.Number(), Type.Null()], { description: 'days; null where it never dries' }),
});
export type BlendInput = Static<typeof BlendInput>;
