import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, piecesText, wholeOf } from '../batch/index.ts';
import { joinParts } from '../part/index.ts';
import { requestOf, routeOfBatch } from '../plan/index.ts';
import { TWO_BATHS } from '../route/index.ts';
import { play, testBatch, testBench, testCard, testPart } from '../testing/index.ts';
import { decideBroke, decideEdit, decideHold, decideMerge, decideSplit, decideStart } from './index.ts';

const now = { atMs: 1000, by: 'Ada' };
const after = (batch: BatchState, result: ReturnType<typeof decideHold>): BatchState => {
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.reduce<BatchState>(applyEvent, batch);
};
const total = (batches: readonly BatchState[]) =>
  [0, 1, 2].map((i) => batches.reduce((sum, { clingingMg }) => sum + BigInt(clingingMg[i]!), 0n));

describe('split and merge', () => {
  it('whatever is split and put together again, no milligram and no piece is lost', () => {
    const mg = fc.bigInt({ min: 0n, max: 10n ** 9n }).map(String);
    fc.assert(
      fc.property(fc.tuple(mg, mg, mg), fc.integer({ min: 2, max: 400 }), fc.nat(), (clingingMg, count, pick) => {
        const batch = testBatch({ clingingMg, count });
        const leave = 1 + (pick % (count - 1));
        const split = decideSplit(batch, { count: leave }, { id: 'b2', name: 'Tern 1b' }, now);
        if (!split.ok) throw new Error(split.refusal.message);
        const stays = split.value.stays.reduce<BatchState>(applyEvent, batch);
        const { goes } = split.value;
        expect([stays.count + goes.count, goes.count]).toEqual([count, leave]);
        expect(total([stays, goes])).toEqual(total([batch]));
        expect(stays.plateAreaMm2 + goes.plateAreaMm2).toBeCloseTo(batch.plateAreaMm2, 6);
        const merge = decideMerge(stays, goes, now);
        if (!merge.ok) throw new Error(merge.refusal.message);
        const joined = merge.value.into.reduce<BatchState>(applyEvent, stays);
        expect([joined.count, total([joined])]).toEqual([count, total([batch])]);
        const gone = merge.value.from.reduce<BatchState>(applyEvent, goes);
        expect([gone.mergedInto, total([gone])]).toEqual(['Tern 1', [0n, 0n, 0n]]);
      }),
      { numRuns: 100 },
    );
  });
  it('a film takes the thicker of the two, so that the wash is long enough for both', () => {
    const merge = decideMerge(testBatch({ filmUm: 20 }), testBatch({ id: 'b2', filmUm: 55 }), now);
    expect(merge.ok && merge.value.into[0]).toMatchObject({ type: 'joined', filmUm: 55 });
  });
  it.each([
    ['other lots', { lot: 'L2' }, 'their lots differ (L1, L2)'],
    ['another version of the card', { card: { ...testCard, version: 2 } }, 'their resin cards differ'],
    ['other steps ahead', { steps: testBatch().steps.slice(2) }, 'the steps before them differ'],
  ])('refuses %s by name', (_, over, words) => {
    const merge = decideMerge(testBatch(), testBatch({ id: 'b2', ...over }), now);
    expect(!merge.ok && merge.refusal).toMatchObject({ code: 'MERGE_UNLIKE', message: expect.stringContaining(words) });
  });
  it.each([0, 2, 2.5, -1])('cannot take %s of two pieces', (count) => {
    const split = decideSplit(testBatch({ count: 2 }), { count }, { id: 'x', name: 'y' }, now);
    expect(!split.ok && split.refusal.code).toBe('SPLIT_COUNT');
  });
});

describe('several kinds of pieces in one batch', () => {
  const fin = { ...testPart, name: 'fin', wallMm: 2, areaMm2: 900 };
  const lid = { ...testPart, name: 'lid', wallMm: 6, areaMm2: 3000 };
  const mixed = testBatch(
    joinParts([
      { part: fin, count: 4 },
      { part: lid, count: 1 },
    ]),
  );
  const into = { id: 'b2', name: 'Tern 1b' };
  it('a split says which: what goes and what stays have their own sizes, and together again they are the same', () => {
    const unsaid = decideSplit(mixed, { count: 1 }, into, now);
    expect(!unsaid.ok && unsaid.refusal).toMatchObject({
      code: 'WHICH_PIECES',
      message: 'Tern 1 holds 4 × fin, 1 × lid: say which of them leave.',
    });
    const split = decideSplit(mixed, { pieces: [{ name: 'lid', count: 1 }] }, into, now);
    if (!split.ok) throw new Error(split.refusal.message);
    expect(split.value.goes).toMatchObject({ count: 1, part: { name: 'lid', wallMm: 6, areaMm2: 3000 } });
    const stays = split.value.stays.reduce<BatchState>(applyEvent, mixed);
    expect(stays).toMatchObject({ count: 4, part: { name: 'fin', wallMm: 2, areaMm2: 900 } });
    const merge = decideMerge(stays, split.value.goes, now);
    if (!merge.ok) throw new Error(merge.refusal.message);
    const joined = merge.value.into.reduce<BatchState>(applyEvent, stays);
    expect(piecesText(joined.part, joined.count)).toBe('4 × fin, 1 × lid');
    expect(joined.part.areaMm2 * joined.count).toBeCloseTo(4 * 900 + 3000, 6);
  });
  it.each([
    ['more than there are', [{ name: 'fin', count: 5 }]],
    [
      'one kind named twice',
      [
        { name: 'fin', count: 1 },
        { name: 'fin', count: 1 },
      ],
    ],
    ['what is not in it', [{ name: 'knob', count: 1 }]],
    [
      'all of them',
      [
        { name: 'fin', count: 4 },
        { name: 'lid', count: 1 },
      ],
    ],
    ['none', [{ name: 'fin', count: 0 }]],
  ])('cannot take out %s', (_, pieces) => {
    const split = decideSplit(mixed, { pieces }, into, now);
    expect(!split.ok && split.refusal.code).toBe('SPLIT_COUNT');
  });
  it('what broke is counted off its own kind', () => {
    const unsaid = decideBroke(mixed, { count: 1 }, now);
    expect(!unsaid.ok && unsaid.refusal.code).toBe('WHICH_PIECES');
    const broke = after(mixed, decideBroke(mixed, { count: 1, which: 'lid' }, now));
    expect(wholeOf(broke)).toEqual([
      { name: 'fin', count: 4 },
      { name: 'lid', count: 0 },
    ]);
    const again = decideBroke(broke, { count: 1, which: 'lid' }, now);
    expect(!again.ok && again.refusal.message).toBe('1 more broken cannot be: 0 × lid are whole.');
  });
});

describe('holding and editing', () => {
  it('a held batch is not begun; released it is', () => {
    const held = after(testBatch(), decideHold(testBatch(), 'ask Ines', now));
    const start = decideStart(held, 's1', testBench, {}, now);
    expect(!start.ok && start.refusal).toMatchObject({ code: 'HELD', message: 'Tern 1 is held: ask Ines' });
    expect(decideStart(after(held, decideHold(held, null, now)), 's1', testBench, {}, now).ok).toBe(true);
  });
  it('edits what is given and nothing else; null takes away', () => {
    const edited = after(testBatch({ customer: 'Skarv' }), decideEdit({ note: 'blue box', priority: 'rush' }, now));
    expect(edited).toMatchObject({ customer: 'Skarv', note: 'blue box', priority: 'rush' });
    expect(after(edited, decideEdit({ note: null, customer: undefined }, now))).toMatchObject({
      customer: 'Skarv',
      note: undefined,
    });
    expect(decideEdit({ note: undefined }, now).ok).toBe(false);
  });
});

describe('the route of a batch', () => {
  it('is read off its steps, and off the default for batches of before routes', () => {
    const { batch } = play(testBatch(), (b) => currentStep(b)?.kind === 'trim');
    expect(routeOfBatch(batch).steps.map(({ type }) => type)).toEqual(TWO_BATHS.steps.map(({ type }) => type));
    const old = { ...batch, steps: batch.steps.map(({ type: _, ...step }) => step) };
    expect(routeOfBatch(old)).toBe(TWO_BATHS);
    expect(requestOf(batch, testBench)).toMatchObject({ count: 2, dripS: 300, part: batch.part });
  });
});
