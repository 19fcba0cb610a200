import { VESSEL_KINDS } from '@north-step/core/bench';
import type { Advice, BathLimit, Choice, Narrowing } from '@north-step/core/care';
import type { BathEstimate, Forecast } from '@north-step/core/estimate';
import { type RawReading, READING_KINDS, readingFields } from '@north-step/core/reading';
import { LIDS } from '@north-step/core/solvent';
import { SOLVENTS } from '@north-step/core/wash';
import { type Static, Type } from 'typebox';
import { Vessel } from './bench.ts';
import { EntityId, literals, Moment, optional, quantity, strict, Text } from './common.ts';

const VolumeMl = Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000, description: 'mL' });
const Nullable = <T extends ReturnType<typeof Type.String> | ReturnType<typeof Type.Number>>(type: T) =>
  Type.Union([type, Type.Null()]);

export const FillCommand = Type.Object(
  {
    vesselId: EntityId,
    volumeMl: VolumeMl,
    /** from a vessel of ours; without it, bought */
    fromVesselId: optional(EntityId),
    /** of what is bought; default what the vessel holds */
    solvent: optional(literals(SOLVENTS)),
    strengthPct: optional(Type.Number({ minimum: 0, maximum: 100 })),
    strengthBy: optional(literals(['weight', 'volume'])),
  },
  strict,
);
export const RotateCommand = Type.Object(
  {
    freshMl: VolumeMl,
    fromVesselId: EntityId,
    /** default the first line of several baths */
    lineId: optional(EntityId),
  },
  strict,
);
/** Several pours into one vessel at once: a mix of fresh and reclaimed. */
export const BlendCommand = Type.Object(
  {
    intoVesselId: EntityId,
    pours: Type.Array(
      Type.Object(
        { fromVesselId: EntityId, grams: Type.Number({ exclusiveMinimum: 0, maximum: 1e6, description: 'g' }) },
        strict,
      ),
      { minItems: 1, maxItems: 12 },
    ),
  },
  strict,
);
export const ReverseCommand = Type.Object({ postingId: EntityId, note: optional(Text(200)) }, strict);
/** Out of a vessel for good. */
export const DiscardCommand = Type.Object(
  {
    vesselId: EntityId,
    volumeMl: VolumeMl,
    to: literals(['spilled', 'disposed']),
    note: optional(Text(200)),
  },
  strict,
);
/** Everything out of a bath into the drum (or to disposal), then fresh in. */
export const RefillCommand = Type.Object(
  {
    vesselId: EntityId,
    /** where the old liquid goes; without it, to disposal */
    toVesselId: optional(EntityId),
    /** what comes in; without it, the bath stays empty */
    fromVesselId: optional(EntityId),
    volumeMl: optional(VolumeMl),
  },
  strict,
);
export const CountCommand = Type.Object(
  {
    vesselId: EntityId,
    volumeMl: Type.Number({ minimum: 0, maximum: 1_000_000, description: 'mL found' }),
  },
  strict,
);
export const LidCommand = Type.Object({ vesselId: EntityId, lid: literals(LIDS) }, strict);
export const LimitCommand = Type.Object(
  {
    vesselId: EntityId,
    limitPctW: Type.Union([Type.Number({ minimum: 0.5, maximum: 25, description: '% by weight' }), Type.Null()]),
  },
  strict,
);
export const NewVesselCommand = Type.Object(
  {
    name: Text(40),
    kind: literals(VESSEL_KINDS),
    solvent: literals(SOLVENTS),
    capacityMl: Type.Number({ minimum: 50, maximum: 1_000_000 }),
    surfaceCm2: Type.Number({ minimum: 1, maximum: 100_000 }),
  },
  strict,
);

/** What was measured, by kind, in its own units. */
export const RawReadingInput = Type.Unsafe<RawReading>(
  Type.Union(
    READING_KINDS.map((kind) => {
      const fields = Object.entries(readingFields(kind)).map(([name, what]) => [
        name,
        typeof what === 'string' ? quantity(what) : literals(what),
      ]);
      return Type.Object({ kind: Type.Literal(kind), ...Object.fromEntries(fields) }, strict);
    }),
  ),
);
export const ReadCommand = Type.Object(
  {
    vesselId: EntityId,
    reading: RawReadingInput,
    /** when it was taken, default now; ms since 1970 */
    takenAtMs: optional(Moment),
    note: optional(Text(200)),
  },
  strict,
);
export const VerdictCommand = Type.Object({ verdict: literals(['trusted', 'discarded']) }, strict);

export const MovementLine = Type.Object({
  account: Type.String(),
  solventG: Type.Number(),
  waterG: Type.Number(),
  resinG: Type.Number(),
});
export const Movement = Type.Object({
  id: EntityId,
  atMs: Type.Number(),
  kind: Type.String(),
  note: Type.String(),
  by: Type.String(),
  batchId: Nullable(Type.String()),
  runId: Nullable(Type.String()),
  reverses: Nullable(Type.String()),
  reversedBy: Nullable(Type.String()),
  lines: Type.Array(MovementLine),
});
export type Movement = Static<typeof Movement>;
export const MovementQuery = Type.Object(
  {
    vesselId: optional(EntityId),
    kind: optional(Type.String({ maxLength: 20 })),
    search: optional(Type.String({ maxLength: 100 })),
    fromMs: optional(Moment),
    toMs: optional(Moment),
    limit: optional(Type.Integer({ minimum: 1, maximum: 500 })),
    offset: optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
  },
  strict,
);
export type MovementQuery = Static<typeof MovementQuery>;
export const MovementList = Type.Object({
  total: Type.Integer(),
  kinds: Type.Array(Type.String()),
  rows: Type.Array(Movement),
});
export type MovementList = Static<typeof MovementList>;

export const SinkTotal = Type.Object({
  account: Type.String(),
  solventG: Type.Number(),
  waterG: Type.Number(),
  resinG: Type.Number(),
});
export const SolventReply = Type.Object({
  vessels: Type.Array(Vessel),
  former: Type.Array(Type.Object({ id: EntityId, name: Type.String() }), {
    description: 'vessels that are gone: movements name them',
  }),
  sinks: Type.Array(SinkTotal),
  movements: Type.Array(Movement),
  /** sum of everything, which must be nothing */
  residualMg: Type.Number(),
});
export type SolventReply = Static<typeof SolventReply>;
export const PostingReply = Type.Object({
  postingId: EntityId,
  /** a count's difference to the book, g; negative when liquid was missing */
  unaccountedG: optional(Type.Number()),
});
export type PostingReply = Static<typeof PostingReply>;
export const VesselReply = Type.Object({ vessel: Vessel });
export type VesselReply = Static<typeof VesselReply>;
export const ReadReply = Type.Object({
  readingId: EntityId,
  loadPctW: Nullable(Type.Number()),
  sdPctW: Nullable(Type.Number()),
});
export type ReadReply = Static<typeof ReadReply>;

/** A reading as it stands in the book. */
export const ReadingRow = Type.Object({
  id: EntityId,
  atMs: Type.Number(),
  by: Type.String(),
  raw: Type.Unsafe<RawReading>(Type.Object({ kind: Type.String() }, { additionalProperties: true })),
  loadPctW: Nullable(Type.Number()),
  sdPctW: Nullable(Type.Number()),
  note: Type.String(),
  verdict: Type.Union([literals(['trusted', 'discarded']), Type.Null()]),
  /** standard deviations from what was expected; above 3 it disagrees badly */
  surprise: Nullable(Type.Number()),
  expectedPctW: Nullable(Type.Number()),
});
export type ReadingRow = Static<typeof ReadingRow>;

/** One bath with everything that is known about it. */
export type BathCare = {
  readonly vesselId: string;
  readonly estimate: BathEstimate;
  readonly limit: BathLimit;
  readonly forecast: Forecast;
  readonly advice: Advice;
  readonly narrowing: readonly Narrowing[];
  readonly choices: readonly Choice[];
  /** what the readings taught, in sentences */
  readonly learned: readonly string[];
  /** g of each resin in it, by card id, by the book */
  readonly resinsG: Readonly<Record<string, number>>;
  readonly batchesPerDay: number;
  readonly lastReadingMs: number | null;
  readonly lastFillMs: number | null;
  readonly trace: readonly {
    readonly atMs: number;
    readonly loadPctW: number;
    readonly low: number;
    readonly high: number;
  }[];
  readonly washes: readonly {
    readonly atMs: number;
    readonly batchId: string;
    readonly batchName: string;
    readonly resinG: number;
  }[];
  readonly readings: readonly ReadingRow[];
};
export const CareReply = Type.Object({
  nowMs: Type.Number(),
  baths: Type.Array(Type.Unsafe<BathCare>(Type.Object({ vesselId: EntityId }, { additionalProperties: true }))),
});
export type CareReply = Static<typeof CareReply>;

export const WorkloadReply = Type.Object({
  days: Type.Number(),
  batches: Type.Array(Type.Object({ day: Type.Number(), resinG: Type.Number(), dragG: Type.Number() })),
});
export type WorkloadReply = Static<typeof WorkloadReply>;
