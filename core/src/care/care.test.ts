import { describe, expect, it } from 'vitest';
import { cloudOf, createFilter, refilled } from '../estimate/index.ts';
import { DEFAULT_PRICES } from '../prices/index.ts';
import { testCard } from '../testing/index.ts';
import { adviseBath, bathLimit, carryOverWarnings, choicesFor, narrowing, resinLimit, resinMix } from './index.ts';

const shop = { solvent: 'isopropanol', agitation: ['impeller', 'impeller'], roomC: 22 } as const;
const byHand = { ...shop, agitation: ['hand', 'hand'] } as const;

describe('limits mean something', () => {
  it('the clean bath: half of 0.8 µm in a 20 µm film is 2.74 %', () => {
    // 0.5 · 0.8 / (20 · 0.73) = 2.74 %
    expect(resinLimit(testCard, 'clean', shop)).toMatchObject({ by: 'residue', limitPctW: expect.closeTo(2.74, 2) });
    expect(resinLimit({ ...testCard, residueTolUm: 1.6 }, 'clean', shop).limitPctW).toBeCloseTo(5.48, 2);
  });
  it('the first bath: by hand near the common 5–10 %, by impeller where it takes up half as fast as fresh', () => {
    const hand = resinLimit({ ...testCard, exposureCapS: 720 }, 'first', byHand);
    expect(hand.by).toBe('time');
    expect(hand.limitPctW).toBeGreaterThan(4);
    expect(hand.limitPctW).toBeLessThan(12.5);
    expect(resinLimit(testCard, 'first', shop)).toMatchObject({ by: 'speed', limitPctW: 12.5 });
  });
  it('thick resin with little time in solvent never asks for a bath of nothing: it is mopped', () => {
    const thick = { ...testCard, viscosityMPaS25: 1600, exposureCapS: 480 };
    expect(resinLimit(thick, 'first', shop)).toMatchObject({ limitPctW: 3, by: 'time' });
    expect(resinLimit(thick, 'first', shop).why).toMatch(/mop or brush it first/);
  });
  it('the strictest resin in use decides, unless the shop is stricter', () => {
    const soft = { ...testCard, id: 'soft', name: 'Soft', viscosityMPaS25: 1200, exposureCapS: 1100 };
    const limit = bathLimit([testCard, soft], 'first', shop);
    expect(limit.perResin.map((row) => row.name)).toEqual(['Soft', 'Grey']);
    expect(limit.why).toContain('Soft');
    expect(bathLimit([testCard, soft], 'first', shop, 5)).toMatchObject({ limitPctW: 5, by: 'shop' });
    expect(bathLimit([testCard, soft], 'first', shop, 24).limitPctW).toBe(limit.limitPctW);
  });
});

describe('choices for a bath', () => {
  const filter = createFilter([{ id: 'b', solvent: 'isopropanol', solventG: 3500, waterG: 50, resinG: 300 }], 3, 500);
  const bath = cloudOf(filter, 0, undefined);
  const question: Parameters<typeof choicesFor>[0] = {
    bath,
    rotated: { next: refilled(bath, 3600, 98, 1), what: 'Wash 2 becomes Wash 1', leavesMl: 4100 },
    name: 'Wash 1',
    solvent: 'isopropanol',
    recent: [{ resin: 'grey', resinG: 6, carriedG: 0, dragOutG: 8, lostSolventG: 1, lostWaterG: 0 }],
    limitPctW: 10,
    capacityMl: 5000,
    volumeMl: 4100,
    sources: [
      { name: 'Fresh can', availableMl: 9000, strengthPctW: 99, loadPctW: 0, reclaimed: false, solvent: 'isopropanol' },
      { name: 'Reclaimed', availableMl: 50, strengthPctW: 97, loadPctW: 0.5, reclaimed: true, solvent: 'isopropanol' },
    ],
    prices: DEFAULT_PRICES,
    densityGPerMl: 0.8,
  };
  const choices = choicesFor(question);
  it('each with batches, litres and cost; what is not there is left out', () => {
    expect(choices.map((choice) => choice.kind)).toEqual(['keep', 'top up', 'rotate', 'refill']);
    const [keep, topUp, rotate, refill] = choices as [
      (typeof choices)[0],
      (typeof choices)[0],
      (typeof choices)[0],
      (typeof choices)[0],
    ];
    expect(keep).toMatchObject({ litres: 0, cost: 0 });
    // to 92 % of 5 L: 0.5 L at 4.60
    expect(topUp).toMatchObject({ litres: expect.closeTo(0.5, 6), cost: expect.closeTo(2.3, 6) });
    expect(keep.batches.median).toBeLessThan(topUp.batches.median);
    expect(topUp.batches.median).toBeLessThan(rotate.batches.median);
    expect(rotate.batches.median).toBeLessThanOrEqual(refill.batches.median);
    expect(rotate.cost).toBeCloseTo(4.6 * 4.6 + 4.1 * 1.2, 6);
  });
  it('a bath of water is never topped up with alcohol; water costs only to be rid of', () => {
    const rows = choicesFor({ ...question, solvent: 'water', rotated: undefined });
    expect(rows.map(({ kind, cost }) => [kind, cost])).toEqual([
      ['keep', 0],
      ['refill', expect.closeTo(4.1 * 1.2, 6)],
    ]);
  });
  it('the last bath of a line is filled anew when it is rotated; what leaves is the first', () => {
    const rows = choicesFor({ ...question, rotated: { what: 'Wash 3 becomes Wash 2', leavesMl: 2000 } });
    const rotate = rows.find(({ kind }) => kind === 'rotate')!;
    expect([rotate.what, rotate.riskPct]).toEqual(['rotate: Wash 3 becomes Wash 2', 0]);
    expect(rotate.cost).toBeCloseTo(4.6 * 4.6 + 2 * 1.2, 6);
  });
});

describe('advice', () => {
  const estimate = {
    id: 'b',
    loadPctW: 8,
    range90: [7, 9.5] as const,
    sdPctW: 0.8,
    strengthPctW: 95,
    strengthRange90: [94, 96] as const,
    volumeMl: 4000,
    volumeRange90: [3900, 4100] as const,
    massG: 3200,
  };
  const DAY = 86_400_000;
  const advise = (over: object) =>
    adviseBath(
      {
        name: 'Wash 1',
        estimate,
        limitPctW: 9,
        lastReadingMs: 0,
        batchesSince: 20,
        batchesLeft: { median: 12, range90: [8, 20] },
        ...over,
      },
      6 * DAY,
    );
  it.each([
    ['straddles', {}, 'read', 'Read Wash 1 before the next batch.'],
    ['past', { limitPctW: 6 }, 'change', 'Change Wash 1: it is past its limit.'],
    ['well below', { limitPctW: 30 }, 'none', 'Wash 1 is fit.'],
    [
      'near, with an old reading',
      { limitPctW: 12, batchesLeft: { median: 8, range90: [3, 14] } },
      'read',
      'Read Wash 1 soon.',
    ],
    ['never read', { limitPctW: 12, lastReadingMs: undefined }, 'read', 'Read Wash 1.'],
    ['empty', { estimate: { ...estimate, volumeMl: 0 } }, 'fill', 'Fill Wash 1.'],
    [
      'read today, in the middle of it',
      { lastReadingMs: 6 * DAY - 3600_000, limitPctW: 7.5 },
      'change',
      'Change Wash 1: it is at its limit.',
    ],
  ])('%s', (_, over, act, say) => expect(advise(over)).toMatchObject({ act, say }));
  it('a filling that was never read is told by what it has washed, not by a reading that is not there', () => {
    const near = { limitPctW: 12, batchesLeft: { median: 8, range90: [3, 14] } };
    expect(advise({ ...near, lastReadingMs: undefined }).more).toContain(
      'This filling was never read; it has washed 20 batches; at ',
    );
    expect(advise({ ...near, batchesSince: 6 }).more).toContain('The last reading is 6 days old, 6 batches ago; at ');
  });
  it('names the reading that narrows most: dry residue, as 1/√(1/0.8² + 1/0.35²)', () => {
    const [best] = narrowing(estimate);
    expect(best!.kind).toBe('residue');
    // residue at 8 %: √(0.25² + 0.24²) = 0.347
    expect(best!.sdPctW).toBeCloseTo(1 / Math.hypot(1 / 0.8, 1 / 0.347), 2);
    expect(narrowing(estimate).at(-1)!.kind).toBe('level');
  });
});

describe('which resins are in a bath', () => {
  const wash = { kind: 'wash', carriedG: 0, dragOutG: 0, lostSolventG: 0, lostWaterG: 0 } as const;
  const mix = resinMix([
    { id: '1', atMs: 0, kind: 'fill', bath: 'first', solventG: 900, waterG: 0, resinG: 0 },
    { id: '2', atMs: 1, ...wash, bath: 'first', resin: 'filled', resinG: 60 },
    { id: '3', atMs: 2, ...wash, bath: 'first', resin: 'grey', resinG: 40 },
    { id: '4', atMs: 3, kind: 'transfer', from: 'first', to: 'clean', massG: 100 },
  ]);
  it('follows each through washes and pours: a tenth of the bath takes a tenth of each', () => {
    expect(mix.get('first')!.get('filled')).toBeCloseTo(54, 6);
    expect(mix.get('clean')!.get('filled')).toBeCloseTo(6, 6);
    expect(mix.get('clean')!.get('grey')).toBeCloseTo(4, 6);
  });
  const filled = { ...testCard, id: 'filled', name: 'Filled', stainsBath: true, leavesGrit: true };
  const clear = { ...testCard, id: 'clear', name: 'Clear', family: 'clear' as const };
  const before = (resinsG: Record<string, number>, strengthPctW = 97) => ({ name: 'Wash 1', strengthPctW, resinsG });
  it('warns before a clear part meets grit, before grit meets a clear bath, and of weak alcohol', () => {
    expect(carryOverWarnings(clear, before({ filled: 6, grey: 94 }), [testCard, filled, clear])[0]).toContain(
      'Wash 1 holds Filled (6 % of its resin): it leaves grit on clear parts',
    );
    expect(carryOverWarnings(filled, before({ clear: 5 }), [filled, clear])[0]).toContain('Filled will stain Wash 1');
    expect(carryOverWarnings(testCard, before({}, 80), [testCard])[0]).toContain('80 % strength');
    // a fresh bottle labelled 91 % by volume holds 87.6 % by weight; water has no strength
    expect(carryOverWarnings(testCard, before({}, 87.6), [testCard])).toEqual([]);
    expect(carryOverWarnings(testCard, { ...before({}), strengthPctW: undefined }, [testCard])).toEqual([]);
    expect(carryOverWarnings(clear, before({ filled: 0.5, grey: 99.5 }), [testCard, filled, clear])).toEqual([]);
  });
});
