import { type CouponFit, type CureSetting, fitCoupons, type Outcome } from '@north-step/core/cure';
import { expose } from 'comlink';

/** Fits a ladder off the page's thread. */
const fitter = {
  fit: (setting: CureSetting, outcomes: readonly Outcome[]): CouponFit => fitCoupons(setting, outcomes),
};
export type CouponFitter = typeof fitter;
expose(fitter);
