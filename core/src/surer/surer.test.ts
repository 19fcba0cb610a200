import { describe, expect, it } from 'vitest';
import { testBench, testCard, withLamp } from '../testing/index.ts';
import { gettingSurer, type SurerView } from './index.ts';

const bath = { id: 'w2', name: 'Wash 2', loadPctW: 6, limitPctW: 10, range90: [3, 9] as const, batchesLeft: 10 };
const view = (over: Partial<SurerView> = {}): SurerView => ({
  bench: withLamp('lamp-box', { doubtShare: 0.35 }),
  baths: [],
  cards: [testCard],
  ...over,
});
const kinds = (over: Partial<SurerView> = {}) => gettingSurer(view(over)).map(({ act }) => act.kind);

describe('getting surer', () => {
  it('an unmetered lamp: what a meter leaves open, for two minutes, and a batch costs less work after', () => {
    const meter = gettingSurer(view()).find(({ act }) => act.kind === 'meter')!;
    expect([meter.minutes, meter.before[1], meter.after[1]]).toEqual([2, 0.35, 0.07]);
    expect(meter.savesMinPerBatch).toBeGreaterThan(0.02);
    expect(kinds({ bench: withLamp('lamp-box', { doubtShare: 0.05 }) })).not.toContain('meter');
  });
  it('coupons save more than a meter, since they know the lamp with the resin; once they are in, nothing more', () => {
    const of = (kind: string) => gettingSurer(view()).find(({ act }) => act.kind === kind)!;
    expect(of('coupons').savesMinPerBatch).toBeGreaterThan(of('meter').savesMinPerBatch);
    const pairs = { 'grey at lamp-box': { lnRate: 0, lnRateSd: 0.08, lnDose: 0, lnDoseSd: 0.1 } };
    expect(kinds({ bench: { ...withLamp('lamp-box', { doubtShare: 0.05 }), pairs } })).toEqual([]);
  });
  it('a bath: the reading that narrows most for its minutes; by hand, 6 ± 1.8 % is off by 0.8 · 1.8 / 0.4 = 3.6 batches', () => {
    const [read] = gettingSurer(view({ bench: testBench, cards: [], baths: [bath] }));
    expect(read).toMatchObject({ name: 'Wash 2', before: [3, 9] });
    const sd = 6 / (2 * 1.645);
    const afterSd = (read!.after[1] - 6) / 1.645;
    // 10 min over 25 batches, or 8 min of washing again, each half of the time; spread over the ten batches that are left
    const perPct = (0.798 / 0.4) * 0.5 * (10 / 25 + 8);
    expect(read!.savesMinPerBatch).toBeCloseTo((perPct * (sd - afterSd)) / 10, 2);
    expect(read!.after[1] - read!.after[0]).toBeLessThan(4);
  });
  it('is ranked by what it saves for the work that it takes; what is known well is not named', () => {
    const all = gettingSurer(view({ baths: [bath, { ...bath, id: 'w1', name: 'Wash 1', range90: [5.95, 6.05] }] }));
    const worth = all.map(({ savesMinPerBatch, minutes }) => savesMinPerBatch / minutes);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(all.map(({ name }) => name)).not.toContain('Wash 1');
    expect(kinds({ bench: { ...testBench, lamps: {} }, baths: [{ ...bath, batchesLeft: 0 }] })).toEqual([]);
  });
});
