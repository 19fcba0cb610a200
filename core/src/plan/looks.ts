import type { BatchState } from '../batch/index.ts';
import { litStepS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { type CureSetting, cureWindow, HORIZON_S, type Outcome } from '../cure/index.ts';
import { lookShape } from '../look/index.ts';
import { LIGHT_EXPONENT } from '../maths/index.ts';
import { isCure, isLookAfter } from '../route/index.ts';
import { cureSetting } from './cureSetting.ts';
import type { BatchRequest } from './request.ts';
import { requestOf } from './requestOf.ts';

/**
 * Every look after light at batches of one resin under one lamp, as weak coupons. A batch's wall, medium and light differ from
 * the coupon's: its window by the card over the coupon's says by how much its seconds count.
 * @param reference the coupon's setting, by the card's own constants
 */
export function lookOutcomes(
  batches: readonly BatchState[],
  station: string,
  reference: CureSetting,
  bench: BenchNow,
): readonly Outcome[] {
  const byCard = { ...bench, pairs: undefined };
  const plain = cureWindow(reference);
  return batches.flatMap((batch): readonly Outcome[] => {
    const own = ownWindow(requestOf(batch, byCard));
    const handleShare = (plain.handleS ?? HORIZON_S) / (own.handleS ?? HORIZON_S);
    const hotShare = plain.maxS !== undefined && own.maxS !== undefined ? plain.maxS / own.maxS : 1;
    let seconds = 0;
    return batch.steps.flatMap((step): readonly Outcome[] => {
      if (isCure(step) && step.state === 'done' && step.station === station) seconds += litStepS(step);
      const result = isLookAfter(step) && step.outcome && lookShape(step.outcome).shows;
      if (!result || seconds < 1) return [];
      return [{ seconds, result, weak: true, coldShare: handleShare ** (1 / LIGHT_EXPONENT), hotShare }];
    });
  });
}

const ownWindow = (request: BatchRequest) => cureWindow(cureSetting(request));
