import { type Static, Type } from 'typebox';
import { Vessel } from './bench.ts';
import { command, EntityId, literals, strict, Text } from './common.ts';

export const FillCommand = Type.Object(
  {
    ...command,
    vesselId: EntityId,
    volumeMl: Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000, description: 'mL' }),
    /** from a vessel of ours; without it, bought */
    fromVesselId: Type.Optional(EntityId),
    strengthPct: Type.Optional(Type.Number({ minimum: 0, maximum: 100 })),
    strengthBy: Type.Optional(literals(['weight', 'volume'])),
  },
  strict,
);
export const RotateCommand = Type.Object(
  { ...command, freshMl: Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 }), fromVesselId: EntityId },
  strict,
);
export const ReclaimCommand = Type.Object(
  {
    ...command,
    amountMl: Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000, description: 'mL taken from the dirty drum' }),
    passes: Type.Integer({ minimum: 1, maximum: 4 }),
    /** what really came back, if it was measured; else by the model */
    backMl: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1_000_000 })),
  },
  strict,
);
export const ReverseCommand = Type.Object({ ...command, postingId: EntityId, note: Type.Optional(Text(200)) }, strict);

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
  batchId: Type.Union([Type.String(), Type.Null()]),
  reverses: Type.Union([Type.String(), Type.Null()]),
  reversedBy: Type.Union([Type.String(), Type.Null()]),
  lines: Type.Array(MovementLine),
});
export type Movement = Static<typeof Movement>;
export const SinkTotal = Type.Object({
  account: Type.String(),
  solventG: Type.Number(),
  waterG: Type.Number(),
  resinG: Type.Number(),
});
export const SolventReply = Type.Object({
  vessels: Type.Array(Vessel),
  sinks: Type.Array(SinkTotal),
  movements: Type.Array(Movement),
  /** sum of everything, which must be nothing */
  residualMg: Type.Number(),
});
export type SolventReply = Static<typeof SolventReply>;
export const PostingReply = Type.Object({
  postingId: EntityId,
  yieldShare: Type.Optional(Type.Number()),
  outLoadPctW: Type.Optional(Type.Number()),
});
export type PostingReply = Static<typeof PostingReply>;
