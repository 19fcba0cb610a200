import { type BathLine, type BathNow, type BenchNow, STATION_KIND_IDS, type StationNow } from '@north-step/core/bench';
import { AIRS } from '@north-step/core/dry';
import type { LightSoFar } from '@north-step/core/light';
import { AGITATIONS, type RecessBeliefs, SOLVENTS, type WashSoFar } from '@north-step/core/wash';
import { Type } from 'typebox';
import { EntityId, literals, optional } from './common.ts';
import { described, Pair } from './described.ts';
import { LampNowReply, PairScaleReply } from './light.ts';
import { LightCostsInput, SchoolsInput, SpacesInput } from './room.ts';

const Share = (description: string) => Type.Number({ description });
const BathNowReply = described<BathNow>()(
  Type.Object({
    name: Type.String(),
    loadPctW: Type.Number({ description: 'resin, weight %' }),
    range90: optional(Pair(Type.Number(), 'where its load is in nine of ten cases, weight %')),
    limitPctW: optional(Type.Number({ description: 'what it is good for, weight %' })),
    strengthPctW: Type.Number({ description: 'alcohol in alcohol and water, weight %' }),
    agitation: literals(AGITATIONS),
    solvent: literals(SOLVENTS),
    volumeMl: optional(Type.Number({ description: 'mL' })),
    capacityMl: optional(Type.Number({ description: 'mL' })),
    surfaceM2: optional(Type.Number({ description: 'm²' })),
  }),
);
const StationNowReply = described<StationNow>()(
  Type.Object({
    id: EntityId,
    name: Type.String(),
    kind: literals(STATION_KIND_IDS),
    capacity: Type.Number({ description: 'batches that find room there at once' }),
  }),
);
const BathLineReply = described<BathLine>()(
  Type.Object({ id: EntityId, name: Type.String(), baths: Type.Array(EntityId, { description: 'stations' }) }),
);
const Recesses = described<RecessBeliefs>()(
  Type.Record(
    Type.String(),
    Type.Object({
      lnFactor: Type.Number({ description: 'ln of how much more slowly a recess is washed' }),
      sd: Type.Number(),
      looks: Type.Number(),
    }),
  ),
);
/** What a lamp’s own sensor has shown in the step that runs. */
export const LightSoFarReply = described<LightSoFar>()(
  Type.Object({
    stepId: Type.String(),
    litS: Type.Number({ description: 's of the lamp’s usual light' }),
    lastShare: Share('light at the last sample over the usual'),
    lastAtMs: Type.Number(),
  }),
);
/** What a wash unit has told in the step that runs. */
export const WashSoFarReply = described<WashSoFar>()(
  Type.Object({
    stepId: Type.String(),
    stirredS: Type.Number({ description: 's that the liquid was moved' }),
    lastStirring: Type.Boolean(),
    lidOpen: Type.Boolean(),
    tempC: optional(Type.Number({ description: '°C, mean of the bath' })),
    lastAtMs: Type.Number(),
  }),
);

/** The room, the baths and the lamps as they are now: what every plan rests on. */
export const BenchNowReply = described<BenchNow>()(
  Type.Object({
    roomC: Type.Number({ description: '°C' }),
    humidityPct: Type.Number({ description: '%' }),
    dryAir: literals(AIRS),
    vapourPctLel: optional(Type.Number({ description: '% of what can burn' })),
    stations: Type.Array(StationNowReply),
    lines: Type.Array(BathLineReply),
    baths: Type.Record(Type.String(), BathNowReply, { description: 'by station' }),
    lamps: Type.Record(Type.String(), LampNowReply, { description: 'by station' }),
    spaces: optional(SpacesInput),
    pairs: optional(Type.Record(Type.String(), PairScaleReply, { description: 'by resin and station' })),
    lightCosts: optional(LightCostsInput),
    schools: optional(SchoolsInput),
    recesses: optional(Recesses),
  }),
);
