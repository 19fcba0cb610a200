import type { CouponFit, CouponResult, CureSetting } from '@north-step/core/cure';
import { ladderFor } from '@north-step/core/cure';
import { type Remote, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { CouponFitter } from '../../workers/coupons.worker.ts';

export type Coupon = {
  readonly seconds: number;
  readonly result?: CouponResult | undefined;
  readonly shoreD?: number | undefined;
};
export type LadderDraft = { readonly startedAtMs?: number; readonly coupons: readonly Coupon[] };
const KEY = 'north-step.ladder';
const fresh = (expectedS: number | undefined): LadderDraft => ({
  coupons: ladderFor(expectedS).map((seconds) => ({ seconds })),
});

/**
 * A ladder that is being timed. It survives a reload: its start is an instant, its answers are kept on this screen.
 * @param expectedS when the resin is expected to be tack-free: the times of a new ladder lie about it
 */
export function useLadder(pair: string, expectedS: number | undefined) {
  const key = `${KEY} ${pair}`;
  const [begun, setBegun] = useState(() => read(key));
  useEffect(() => setBegun(read(key)), [key]);
  const draft = useMemo(() => begun ?? fresh(expectedS), [begun, expectedS]);
  const keep = (next: LadderDraft) => {
    setBegun(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  return {
    draft,
    start: (atMs: number) => keep({ ...draft, startedAtMs: atMs }),
    answer: (index: number, change: Partial<Coupon>) =>
      keep({ ...draft, coupons: draft.coupons.map((coupon, i) => (i === index ? { ...coupon, ...change } : coupon)) }),
    clear: () => {
      localStorage.removeItem(key);
      setBegun(undefined);
    },
  };
}

function read(key: string): LadderDraft | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as LadderDraft | null;
    return kept && Array.isArray(kept.coupons) ? kept : undefined;
  } catch {
    return undefined;
  }
}

/** The fit of the answers so far, made in a worker. */
export function useFit(setting: CureSetting | undefined, coupons: readonly Coupon[]): CouponFit | undefined {
  const worker = useRef<{ remote: Remote<CouponFitter>; end: () => void } | undefined>(undefined);
  const [fit, setFit] = useState<CouponFit>();
  useEffect(() => {
    const started = new Worker(new URL('../../workers/coupons.worker.ts', import.meta.url), { type: 'module' });
    worker.current = { remote: wrap<CouponFitter>(started), end: () => started.terminate() };
    return () => worker.current?.end();
  }, []);
  const outcomes = coupons.flatMap(({ seconds, result, shoreD }) => (result ? [{ seconds, result, shoreD }] : []));
  const key = JSON.stringify([setting, outcomes]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says when anything changed
  useEffect(() => {
    if (!setting || !worker.current) return;
    let gone = false;
    void worker.current.remote.fit(setting, outcomes).then((made) => !gone && setFit(made));
    return () => {
      gone = true;
    };
  }, [key]);
  return fit;
}
