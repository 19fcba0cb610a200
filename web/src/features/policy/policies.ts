import {
  type PolicyBatch,
  type PolicyOutcome,
  type PolicyPrices,
  type PolicyQuestion,
  playPolicy,
} from '@north-step/core/policy';

export type Shown = { readonly name: string; readonly outcome: PolicyOutcome };
export type Shop = {
  readonly volumeMl: number;
  readonly firstPctW: number;
  readonly cleanPctW: number;
  readonly everyDays: number;
  readonly prices: PolicyPrices;
};

/** The ways of keeping baths that the page compares. */
export function comparePolicies(days: number, batches: readonly PolicyBatch[], shop: Shop): readonly Shown[] {
  const { volumeMl, firstPctW, cleanPctW, everyDays, prices } = shop;
  const clean = { volumeMl, limitPctW: cleanPctW };
  const first = { volumeMl, limitPctW: firstPctW };
  const play = (name: string, over: Pick<PolicyQuestion, 'baths' | 'rule' | 'reclaim'>): Shown => ({
    name,
    outcome: playPolicy({ days, batches, prices, ...over }),
  });
  const none = { kind: 'none' } as const;
  const limit = { rule: 'limit' } as const;
  return [
    play('one bath, at its limit', { baths: [clean], rule: limit, reclaim: none }),
    play('two baths, at their limits', { baths: [first, clean], rule: limit, reclaim: none }),
    play('two baths, with reclaiming', { baths: [first, clean], rule: limit, reclaim: { kind: 'harden', passes: 2 } }),
    play(`two baths, every ${everyDays} days`, {
      baths: [first, clean],
      rule: { rule: 'calendar', everyDays },
      reclaim: none,
    }),
    play('three baths, at their limits', {
      baths: [first, { volumeMl, limitPctW: (firstPctW + cleanPctW) / 2 }, clean],
      rule: limit,
      reclaim: none,
    }),
  ];
}
