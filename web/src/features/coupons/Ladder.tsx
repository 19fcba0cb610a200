import { COUPON_RESULTS, type CouponFit } from '@north-step/core/cure';
import { clockRange, clockText } from '@north-step/core/units';
import { WindowBar } from '../../glyphs/index.ts';
import { NumberField } from '../../ui/index.ts';
import type { Coupon } from './useLadder.ts';

type CouponRowProps = {
  readonly number: number;
  readonly coupon: Coupon;
  /** it is the one that comes out next */
  readonly now: boolean;
  readonly onAnswer: (over: Partial<Coupon>) => void;
};

/** One coupon: when it comes out, and what it was like. */
export function CouponRow({ number, coupon, now, onAnswer }: CouponRowProps) {
  return (
    <li
      className={`grid grid-cols-[30px_80px_1fr_110px] items-center gap-2 border-b border-line py-1.5 ${now ? 'bg-liquid' : ''}`}
    >
      <b>{number}</b>
      <span className="font-mono text-lg font-bold">{clockText(coupon.seconds)}</span>
      <span className="flex flex-wrap gap-2">
        {COUPON_RESULTS.map((result) => (
          <button
            key={result}
            type="button"
            className="btn min-h-14"
            aria-pressed={coupon.result === result}
            aria-label={`Coupon ${number}: ${result}`}
            onClick={() => onAnswer({ result: coupon.result === result ? undefined : result })}
          >
            {result}
          </button>
        ))}
      </span>
      <NumberField
        label="Shore D"
        of={`coupon ${number}`}
        min={1}
        max={100}
        value={coupon.shoreD}
        onChange={(shoreD) => onAnswer({ shoreD })}
      />
    </li>
  );
}

/** Before and after, on one scale. */
export function FitWords({ fit, answered }: { readonly fit: CouponFit; readonly answered: number }) {
  return (
    <>
      <p className="text-sm">
        On even light a coupon is tack-free after <b>{clockText(fit.handleS)}</b> ({clockRange(fit.handleRange90)})
        {fit.maxS !== undefined && fit.maxRange90 && (
          <>
            , over after <b>{clockText(fit.maxS)}</b> ({clockRange(fit.maxRange90)})
          </>
        )}
        .
      </p>
      <p className="mt-2 text-[13px] text-ink-2">by {answered} coupons</p>
      <WindowBar
        handleS={fit.handleS}
        maxS={fit.maxS}
        handleRangeS={fit.handleRange90}
        maxRangeS={fit.maxRange90}
        widthPx={320}
        heightPx={18}
      />
      <p className="text-[13px] text-ink-2">
        before: start {clockRange(fit.prior.handleRange90)}
        {fit.prior.maxRange90 && `, end ${clockRange(fit.prior.maxRange90)}`}
      </p>
    </>
  );
}
