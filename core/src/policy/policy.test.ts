import { describe, expect, it } from 'vitest';
import { drawWorkload, POLICY_PRICES, type PolicyQuestion, playPolicy } from './index.ts';

const days = 180;
const even = drawWorkload({ days, perWeek: 14, resinG: 6, dragG: 8 }, 5);
const bath = (limitPctW: number) => ({ volumeMl: 4500, limitPctW });
const play = (over: Partial<PolicyQuestion> = {}) =>
  playPolicy({
    days,
    batches: even,
    baths: [bath(12.5), bath(2.7)],
    rule: { rule: 'limit' },
    reclaim: { kind: 'none' },
    prices: POLICY_PRICES,
    ...over,
  });
const one = play({ baths: [bath(2.7)] });
const two = play();

describe('ways of keeping baths', () => {
  it('two baths buy 1.7–2.9 times less than one for the same cleanliness; a third adds little', () => {
    const ratio = one.litresBought / two.litresBought;
    expect(one.outOfTolerancePct).toBeLessThan(2);
    expect(two.outOfTolerancePct).toBeLessThan(2);
    expect(ratio).toBeGreaterThan(1.7);
    const three = play({ baths: [bath(12.5), bath(6), bath(2.7)] });
    expect(three.litresBought).toBeGreaterThan(two.litresBought * 0.75);
  });
  it('a calendar that buys as much leaves more parts out of tolerance when weeks are uneven', () => {
    const uneven = drawWorkload({ days, perWeek: 14, resinG: 6, dragG: 8, unevenShare: 0.9 }, 5);
    const limit = play({ batches: uneven });
    const everyDays = Math.floor(days / Math.max(1, limit.changes));
    const calendar = play({ batches: uneven, rule: { rule: 'calendar', everyDays } });
    expect(Math.abs(calendar.changes - limit.changes)).toBeLessThan(2);
    expect(calendar.outOfTolerancePct).toBeGreaterThanOrEqual(limit.outOfTolerancePct);
    const rare = play({ batches: uneven, rule: { rule: 'calendar', everyDays: 90 } });
    expect(rare.outOfTolerancePct).toBeGreaterThan(limit.outOfTolerancePct);
  });
  it('reclaiming buys and disposes less; every price is in the cost', () => {
    const again = play({ reclaim: { kind: 'harden', passes: 2 } });
    expect(again.litresBought).toBeLessThan(two.litresBought);
    expect(again.litresDisposed).toBeLessThan(two.litresDisposed);
    expect(again.litresReclaimed).toBeGreaterThan(0);
    const { litresBought, litresDisposed, changes } = two;
    expect(two.cost).toBeCloseTo(litresBought * 4.6 + litresDisposed * 1.2 + changes * 6, 6);
    expect(two.costPerBatch).toBeCloseTo(two.cost / even.length, 9);
  });
  it('the same seed draws the same work; the pace is kept', () => {
    expect(drawWorkload({ days: 70, perWeek: 10 }, 9)).toEqual(drawWorkload({ days: 70, perWeek: 10 }, 9));
    expect(Math.abs(drawWorkload({ days: 70, perWeek: 10 }, 9).length - 100)).toBeLessThan(15);
  });
  it('refuses no baths and no days', () => {
    expect(() => play({ baths: [] })).toThrow(/baths/);
    expect(() => play({ days: 0 })).toThrow(/days/);
  });
});
