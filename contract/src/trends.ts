import { STEP_KINDS } from '@north-step/core/route';
import type { TackBin } from '@north-step/core/trends';
import { type Static, Type } from 'typebox';
import { EntityId, literals, strict } from './common.ts';
import { described, Pair, Triple } from './described.ts';

const At = Type.Number({ minimum: 0, maximum: 4e12 });
export const TrendsQuery = Type.Object({ fromMs: At, toMs: At }, strict);
export type TrendsQuery = Static<typeof TrendsQuery>;

/** How work went, of batches that were sealed in a time. */
export const TrendsReply = Type.Object({
  weeks: Type.Array(
    Type.Object({
      fromMs: Type.Number(),
      sealed: Type.Integer(),
      looked: Type.Integer({ description: 'of them, looked at after light' }),
      good: Type.Integer({ description: 'of these, good at the first look' }),
    }),
  ),
  notGood: Type.Array(Type.Object({ seen: Type.String(), count: Type.Integer() }), {
    description: 'what the first looks that were not good saw, the most first',
  }),
  causes: Type.Array(
    Type.Object({
      seen: Type.String(),
      at: literals(['before light', 'after light']),
      count: Type.Integer({ description: 'looks that sent a batch back' }),
    }),
    { description: 'the most first' },
  ),
  tack: Type.Array(
    described<TackBin>()(
      Type.Object({
        fromPctW: Type.Number(),
        toPctW: Type.Number({ description: 'weight % of resin in the last bath' }),
        batches: Type.Integer(),
        tacky: Type.Integer(),
        range90: Pair(Type.Number(), 'share of tacky ones in nine of ten cases'),
      }),
    ),
  ),
  tint: Type.Array(
    Type.Object({
      batchId: EntityId,
      name: Type.String(),
      resin: Type.String(),
      doseJPerCm2: Type.Number(),
      tintDeltaB: Type.Number({ description: 'yellower in b*' }),
    }),
  ),
  times: Type.Array(
    Type.Object({
      kind: literals(STEP_KINDS),
      steps: Type.Integer(),
      plannedS: Type.Number({ description: 'median' }),
      share: Triple(),
    }),
    { description: 'time taken over time planned: lower quartile, median, upper quartile' },
  ),
});
export type TrendsReply = Static<typeof TrendsReply>;
