import { fitCoupons, type Outcome, type PairScale } from './coupons.ts';
import type { CureSetting } from './window.ts';

/** More than this many standard deviations between what coupons said and what batches show since is called drift. */
const DRIFT_SD = 2;
const LEAST_LOOKS = 4;

/**
 * Have batches since the last ladder moved away from it?
 * @param ladder what the coupons said
 * @param looks outcomes of batches since, weak
 * @returns a sentence, or nothing while they agree or are too few
 */
export function driftAlarm(setting: CureSetting, ladder: PairScale, looks: readonly Outcome[]): string | undefined {
  if (looks.length < LEAST_LOOKS) return undefined;
  const free = { ...ladder, lnRateSd: Math.max(0.35, ladder.lnRateSd), lnDoseSd: Math.max(0.35, ladder.lnDoseSd) };
  const { scale } = fitCoupons(setting, looks, free);
  const away = (scale.lnRate - ladder.lnRate) / Math.hypot(scale.lnRateSd, ladder.lnRateSd);
  const doseAway = (scale.lnDose - ladder.lnDose) / Math.hypot(scale.lnDoseSd, ladder.lnDoseSd);
  if (away < -DRIFT_SD) return 'Batches stay tacky longer than the ladder said: meter the lamp, then run a new ladder.';
  if (away > DRIFT_SD) return 'Batches cure faster than the ladder said: run a new ladder.';
  if (doseAway < -DRIFT_SD) return 'Batches tint sooner than the ladder said: run a new ladder.';
  return undefined;
}
