import { type BatchState, MISHAPS, OUTCOMES, PRIORITIES } from '@north-step/core/batch';
import { LINE_POSITIONS, STATION_KIND_IDS, VESSEL_KINDS, VESSEL_ROLES } from '@north-step/core/bench';
import { SIZE_SIDES } from '@north-step/core/caliper';
import { CURED_LOOKS, MATTE_LOOKS } from '@north-step/core/look';
import { LIDS } from '@north-step/core/solvent';
import { SOLVENTS } from '@north-step/core/wash';
import { type Static, type TSchema, Type } from 'typebox';
import { BathNote } from './bathNote.ts';
import { BenchNowReply, LightSoFarReply, WashSoFarReply } from './benchNow.ts';
import { CommandId, EntityId, literals, optional, PhotoId, PieceCounts, quantity, strict, Text } from './common.ts';
import { DiskRoom } from './machine.ts';
import { WaysInput } from './room.ts';
import { Run } from './run.ts';

/** A batch as core knows it; the schema names what a script can rely on. */
export const Batch = Type.Unsafe<BatchState>(
  Type.Object(
    {
      id: EntityId,
      name: Type.String({ description: 'a bird and a number' }),
      lot: Type.String(),
      count: Type.Integer(),
      createdAtMs: Type.Number({ description: 'ms since 1970' }),
      filmUm: Type.Number({ description: 'resin film on the parts now, µm' }),
      steps: Type.Array(
        Type.Object(
          { id: Type.String(), kind: Type.String(), state: literals(['waiting', 'running', 'done']) },
          { additionalProperties: true },
        ),
      ),
    },
    { additionalProperties: true },
  ),
);

/** A batch that was sealed today, as the bench shows it. */
export const DoneBatch = Type.Object({
  id: EntityId,
  name: Type.String(),
  outcome: literals(OUTCOMES),
  flag: optional(Type.String()),
  worked: Type.Array(Type.Object({ by: Type.String(), atMs: Type.Number() }), { description: 'who, and when last' }),
});
export type DoneBatch = Static<typeof DoneBatch>;

export const PartInput = Type.Object(
  {
    name: Text(120),
    meshSha256: optional(Type.String({ pattern: '^[0-9a-f]{64}$' })),
    areaMm2: optional(Type.Number({ exclusiveMinimum: 0, maximum: 1e8, description: 'mm², when there is no file' })),
    heightMm: optional(Type.Number({ exclusiveMinimum: 0, maximum: 2000, description: 'mm' })),
    wallMm: optional(Type.Number({ exclusiveMinimum: 0, maximum: 500, description: 'mm' })),
  },
  strict,
);
export const NewBatch = Type.Object(
  {
    cardId: EntityId,
    lot: Text(40),
    count: Type.Integer({ minimum: 1, maximum: 1000 }),
    dripS: Type.Number({ minimum: 10, maximum: 7200, description: 's' }),
    part: PartInput,
    /** other parts of the same resin on the same plate */
    more: optional(
      Type.Array(Type.Object({ part: PartInput, count: Type.Integer({ minimum: 1, maximum: 1000 }) }, strict), {
        maxItems: 19,
      }),
    ),
    /** default: two baths, or the procedure of a card that has one */
    routeId: optional(EntityId),
    customer: optional(Text(120)),
    dueAtMs: optional(Type.Number({ minimum: 0, maximum: 4e12 })),
    priority: optional(literals(PRIORITIES)),
    note: optional(Text(500)),
  },
  strict,
);
export type NewBatch = Static<typeof NewBatch>;

export const FinishCommand = Type.Object(
  {
    liftedAtMs: optional(Type.Number({ minimum: 0, maximum: 4e12, description: 'it ended then and nobody pressed' })),
  },
  strict,
);
export const StayCommand = Type.Object({ because: Text(200) }, strict);
export const ElsewhereCommand = Type.Object({ stationId: EntityId }, strict);
export const LeaveOutCommand = Type.Object({ because: Text(200) }, strict);
export const ExtendCommand = Type.Object(
  { addS: Type.Number({ minimum: -14_400, maximum: 14_400, description: 's' }) },
  strict,
);
const Lab = Type.Object({ l: quantity(), a: quantity(), b: quantity() }, strict);
/** Colours read on a stored photo, L*a*b* under D65. */
const PhotoColourInput = Type.Object(
  {
    photoSha256: PhotoId,
    part: Lab,
    reference: optional(Lab),
    noiseDb: Type.Number({ minimum: 0, maximum: 100 }),
  },
  strict,
);
export const ColourCommand = Type.Object({ colour: PhotoColourInput }, strict);
export const LookCommand = Type.Object(
  {
    outcome: literals([...new Set([...MATTE_LOOKS, ...CURED_LOOKS])]),
    broken: optional(Type.Integer({ minimum: 0, maximum: 1000 })),
    note: optional(Text(500)),
    colour: optional(PhotoColourInput),
    photoSha256: optional(PhotoId),
    remedy: optional(literals(['wash', 'light'])),
  },
  strict,
);
/** Something that no plan holds: power lost, knocked over, fell, got wet. */
export const MishapCommand = Type.Object(
  {
    what: literals(MISHAPS),
    offS: optional(Type.Integer({ minimum: 1, maximum: 86_400, description: 'how long the machine stood still, s' })),
    note: optional(Text(300)),
  },
  strict,
);
/** A flag is raised with a note, or lowered with null. */
export const FlagCommand = Type.Object(
  {
    note: Type.Union([Text(300), Type.Null()]),
    stops: optional(Type.Boolean({ description: 'nothing is begun until somebody answers it' })),
    answer: optional(Text(300)),
  },
  strict,
);
/** A batch is given up before the end of its route; its record says why. */
export const ScrapCommand = Type.Object({ because: Text(300) }, strict);
/** The last command on a batch is taken back. */
export const UndoCommand = Type.Object({ undoes: CommandId }, strict);
const orNone = <T extends TSchema>(schema: T) => optional(Type.Union([schema, Type.Null()]));
/** What is left out stays as it is; null takes it away. */
export const EditBatch = Type.Object(
  {
    customer: orNone(Text(120)),
    dueAtMs: orNone(Type.Number({ minimum: 0, maximum: 4e12 })),
    priority: optional(literals(PRIORITIES)),
    note: orNone(Text(500)),
  },
  strict,
);
export const BrokeBatch = Type.Object(
  {
    count: Type.Integer({ minimum: 1, maximum: 1000 }),
    glued: optional(Type.Integer({ minimum: 0, maximum: 1000, description: 'of them mended with glue' })),
    which: optional(Text(120)),
    note: optional(Text(300)),
    photoSha256: optional(PhotoId),
  },
  strict,
);
/** What a caliper showed. */
export const MeasureBatch = Type.Object(
  {
    sizes: Type.Array(
      Type.Object(
        {
          name: Text(80),
          which: optional(Text(120)),
          side: literals(SIZE_SIDES),
          nominalMm: Type.Number({ exclusiveMinimum: 0, maximum: 2000 }),
          toleranceMm: Type.Number({ minimum: 0.005, maximum: 20 }),
          foundMm: Type.Number({ exclusiveMinimum: 0, maximum: 2500 }),
          piece: optional(Type.Integer({ minimum: 1, maximum: 1000, description: 'which piece of the batch' })),
        },
        strict,
      ),
      { minItems: 1, maxItems: 60 },
    ),
  },
  strict,
);
/** The number of broken pieces was wrong: so many are broken in all. */
export const RecountBatch = Type.Object(
  { broken: Type.Integer({ minimum: 0, maximum: 1000 }), because: Text(300) },
  strict,
);
export const PhotoStored = Type.Object({ sha256: Type.String() });
export const HoldBatch = Type.Object(
  { reason: Type.Union([Text(300), Type.Null()], { description: 'null releases it' }) },
  strict,
);
/** Pieces that leave: a number, or so many of each kind where several are in the batch. */
export const SplitBatch = Type.Object(
  {
    count: optional(Type.Integer({ minimum: 1, maximum: 1000 })),
    pieces: optional(PieceCounts),
  },
  strict,
);
export const MergeBatch = Type.Object({ otherId: EntityId }, strict);
export const BatchReply = Type.Object({ batch: Batch });
export type BatchReply = Static<typeof BatchReply>;

export const Vessel = Type.Object({
  id: EntityId,
  name: Type.String(),
  kind: literals(VESSEL_KINDS),
  role: Type.Union([literals(VESSEL_ROLES), Type.Null()]),
  /** the line it stands in or belongs to; a place in the order only for its baths */
  line: Type.Union([
    Type.Object({
      id: EntityId,
      name: Type.String(),
      place: Type.Union([Type.Integer(), Type.Null()]),
      position: Type.Union([literals(LINE_POSITIONS), Type.Null()]),
    }),
    Type.Null(),
  ]),
  solvent: literals(SOLVENTS),
  lid: literals(LIDS),
  capacityMl: Type.Number(),
  surfaceM2: Type.Number(),
  /** a stricter limit that the shop set, weight % */
  shopLimitPctW: Type.Union([Type.Number(), Type.Null()]),
  solventG: Type.Number(),
  waterG: Type.Number(),
  resinG: Type.Number(),
  loadPctW: Type.Number(),
  strengthPctW: Type.Union([Type.Number(), Type.Null()]),
  volumeMl: Type.Number(),
  /** of what it holds, came back by reclaiming: 0–1 */
  reclaimedShare: Type.Number(),
});
export type Vessel = Static<typeof Vessel>;

export const Station = Type.Object({
  id: EntityId,
  name: Type.String(),
  kind: literals(STATION_KIND_IDS),
  side: literals(['wet', 'dry', 'light']),
  capacity: Type.Integer(),
  vesselId: Type.Union([Type.String(), Type.Null()]),
  note: Type.String(),
});
export type Station = Static<typeof Station>;

export const Person = Type.Object({ id: EntityId, name: Type.String(), role: Type.String() });
export const BenchReply = Type.Object({
  nowMs: Type.Number({ description: 'the server is the clock' }),
  disk: optional(DiskRoom),
  clockJumpMs: optional(
    Type.Number({ description: 'how far the machine’s clock is from the workshop’s time, where nothing explains it' }),
  ),
  workshop: Type.String(),
  ways: optional(WaysInput),
  people: Type.Array(Person),
  stations: Type.Array(Station),
  vessels: Type.Array(Vessel),
  /** resin that a batch brought into each bath lately, g */
  resinPerBatchG: Type.Record(Type.String(), Type.Number()),
  /** what the readings say of each bath, by vessel; empty until it has caught up with the book */
  care: Type.Record(Type.String(), BathNote),
  bench: BenchNowReply,
  open: Type.Array(Batch),
  /** by batch: what the sensor of its lamp has shown in the step that runs */
  light: Type.Record(Type.String(), LightSoFarReply),
  /** by batch: what its wash unit has told in the step that runs */
  wash: Type.Record(Type.String(), WashSoFarReply),
  doneToday: Type.Array(DoneBatch),
  /** reclaim runs that are under way, the oldest first */
  runs: Type.Array(Run),
  /** checks of the room that are due, the oldest first */
  checksDue: Type.Array(Type.Object({ id: EntityId, name: Type.String() })),
  laterLooks: Type.Array(
    Type.Object({
      batchId: EntityId,
      name: Type.String(),
      count: Type.Integer(),
      part: Type.String(),
      litAtMs: Type.Number(),
    }),
    { description: 'sealed a day or more ago and not looked at since, oldest first' },
  ),
});
export type BenchReply = Static<typeof BenchReply>;

export const PaceReply = Type.Object({
  people: Type.Array(
    Type.Object({
      name: Type.String(),
      trimFactor: Type.Number({ description: '1 at the common pace, 2 for twice as long' }),
      batches: Type.Integer({ description: 'how many it was learned from' }),
    }),
  ),
});
export type PaceReply = Static<typeof PaceReply>;
