import type { Ladder } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import {
  type CouponFit,
  type CureSetting,
  driftAlarm,
  fitCoupons,
  type Outcome,
  type PairScale,
} from '@north-step/core/cure';
import { lampAt, lookOutcomes, NO_LAMP } from '@north-step/core/plan';
import { cureConstantsOf, type ResinCard } from '@north-step/core/resin';
import { answerAsked } from '../threads/answerAsked.ts';

export type PairQuestion = {
  readonly card: ResinCard;
  readonly stationId: string;
  readonly ladder?: Ladder | undefined;
  readonly batches: readonly BatchState[];
  readonly bench: BenchNow;
};
export type PairAnswer = {
  readonly scale: PairScale;
  readonly handleS: number;
  readonly handleRange90: [number, number];
  readonly maxS?: number | undefined;
  readonly maxRange90?: [number, number] | undefined;
  readonly coupons: number;
  readonly looks: number;
  readonly drift?: string | undefined;
};
/** Thickness of a coupon. */
const COUPON_MM = 3;

/** Fits one pair of resin and lamp away from the main thread. */
export default answerAsked(({ card, stationId, ladder, batches, bench }: PairQuestion): PairAnswer => {
  const lamp = lampAt(bench, stationId) ?? NO_LAMP;
  const light = ladder?.mWPerCm2 ?? lamp.mWPerCm2;
  const setting: CureSetting = {
    constants: cureConstantsOf(card),
    wallMm: COUPON_MM,
    coldMWPerCm2: light,
    hotMWPerCm2: light,
    medium: ladder?.medium ?? card.cureMedium,
    tempC: bench.roomC,
    lampHeatsK: lamp.heatsK,
  };
  const coupons: readonly Outcome[] = ladder?.outcomes ?? [];
  const since = batches.filter(({ createdAtMs }) => ladder === undefined || createdAtMs > ladder.atMs);
  const looks = lookOutcomes(since, stationId, setting, bench);
  const ladderOnly: CouponFit | undefined = ladder && fitCoupons(setting, coupons);
  const fit = fitCoupons(setting, [...coupons, ...looks]);
  return {
    scale: fit.scale,
    handleS: fit.handleS,
    handleRange90: [...fit.handleRange90],
    maxS: fit.maxS,
    maxRange90: fit.maxRange90 && [...fit.maxRange90],
    coupons: coupons.length,
    looks: looks.length,
    drift: ladderOnly && driftAlarm(setting, ladderOnly.scale, looks),
  };
});
