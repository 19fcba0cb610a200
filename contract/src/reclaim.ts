import { HEAT_ENDS, JAR_LOOKS, PAN_LOOKS, type PassLearned, RUN_KINDS } from '@north-step/core/reclaim';
import { FLOW_ROWS } from '@north-step/core/solvent';
import { type Static, Type } from 'typebox';
import { EntityId, literals, Moment, optional, ranged, strict, Text } from './common.ts';
import { described } from './described.ts';
import { Run } from './run.ts';
import { RawReadingInput } from './solvent.ts';

const Ml = ranged('mL', 0, 1_000_000);
export const BeginRun = Type.Object(
  {
    kind: literals(RUN_KINDS),
    fromVesselId: EntityId,
    /** what it stands in meanwhile; the same where it stands there already */
    insideVesselId: EntityId,
    toVesselId: optional(EntityId),
    amountMl: Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000, description: 'mL' }),
    /** of a still's plug */
    powerW: optional(ranged('W', 50, 5000)),
    altitudeM: optional(ranged('m', -400, 5000)),
    /** heat off at this pot temperature, default 95 */
    stopC: optional(ranged('°C', 40, 150)),
  },
  strict,
);
export const FinishRunStep = Type.Object(
  {
    /** poured, where it was another amount than planned */
    pouredMl: optional(Ml),
    /** came back, measured */
    backMl: optional(Ml),
    /** of what stands in the vessel: before a pass when poured, after it when filtered */
    reading: optional(RawReadingInput),
    another: optional(Type.Boolean({ description: 'another pass follows' })),
    heatEnd: optional(literals(HEAT_ENDS)),
    heelG: optional(ranged('g left in the pot', 0, 1_000_000)),
    residueG: optional(ranged('g scraped out', 0, 1_000_000)),
  },
  strict,
);
export const LookAtRun = Type.Object({ outcome: literals([...JAR_LOOKS, ...PAN_LOOKS]) }, strict);
export const WeatherInput = Type.Object(
  {
    tempC: ranged('°C', -30, 50),
    humidityPct: ranged('%', 0, 100),
    windMPerS: ranged('m/s', 0, 40),
    netRadiationMJ: ranged('MJ/m² and day', -5, 40),
    rainMmPerDay: optional(ranged('mm a day', 0, 500)),
  },
  strict,
);
export const WeatherCommand = Type.Object({ weather: WeatherInput }, strict);
export const CoverCommand = Type.Object({ covered: Type.Boolean() }, strict);
export const GiveUpRun = Type.Object({ because: Text(200) }, strict);
export const RunReply = Type.Object({ run: Run });
export type RunReply = Static<typeof RunReply>;

export const RunsReply = Type.Object({
  open: Type.Array(Run),
  done: Type.Array(Run, { description: 'the newest first' }),
  learned: described<PassLearned>()(
    Type.Object({
      constants: Type.Object({
        efficiency: Type.Number({ description: 'share of the removable resin that one pass drops' }),
        floorPctW: Type.Number({ description: 'weight % that no pass gets below' }),
        heldPerG: Type.Number({ description: 'g of liquid held by each g of hardened resin' }),
        fixedLossG: Type.Number({ description: 'g a pass that wet filters and vessels' }),
        lossShare: Type.Number({ description: 'share of a pass that evaporates' }),
      }),
      loads: Type.Integer({ description: 'passes whose load was read' }),
      volumes: Type.Integer({ description: 'passes whose volume was measured' }),
      lossFactor: Type.Number({ description: 'lost over what was expected' }),
    }),
  ),
});
export type RunsReply = Static<typeof RunsReply>;

/** Whole milligrams of solvent, water, resin. */
const Mg = Type.Array(Type.Integer(), { minItems: 3, maxItems: 3, description: 'mg of solvent, water, resin' });
export const WhereQuery = Type.Object({ fromMs: Moment, toMs: Moment }, strict);
export type WhereQuery = Static<typeof WhereQuery>;
export const WhereReply = Type.Object({
  fromMs: Type.Number(),
  toMs: Type.Number(),
  opening: Mg,
  /** signed as they change what is in the vessels; opening and all rows add up to closing exactly */
  rows: Type.Array(Type.Object({ row: literals(FLOW_ROWS), mg: Mg })),
  closing: Mg,
  /** came back by reclaiming, within the vessels */
  reclaimed: Mg,
  batches: Type.Integer({ description: 'washed in it' }),
  /** mL of fresh at 20 °C that a gram of liquid is */
  freshMlPerG: Type.Number(),
});
export type WhereReply = Static<typeof WhereReply>;

export const BatchCostReply = Type.Object({
  currency: Type.String(),
  rows: Type.Array(Type.Object({ part: Type.String(), cost: Type.Number(), amount: Type.Number() })),
  total: Type.Number(),
});
export type BatchCostReply = Static<typeof BatchCostReply>;
