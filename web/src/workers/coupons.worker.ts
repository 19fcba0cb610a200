import { type CouponFit, type CureSetting, fitCoupons, type Outcome, type PairScale } from '@north-step/core/cure';
import { expose } from 'comlink';

/** Fits a ladder off the page's thread. */
const fitter = {
  fit: (setting: CureSetting, outcomes: readonly Outcome[], before?: PairScale): CouponFit =>
    fitCoupons(setting, outcomes, before),
};
export type CouponFitter = typeof fitter;
expose(fitter);
