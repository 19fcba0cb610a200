import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, exposureS, lightS } from '../batch/index.ts';
import { CURED_LOOKS, type CuredLook, MATTE_LOOKS, type MatteLook } from '../look/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { decideLook } from './index.ts';

const now = { atMs: 90_000_000, by: 'Mara V.' };
const at = (kind: 'look-matte' | 'look-cured', over: Partial<BatchState> = {}) =>
  play(testBatch(over), (b) => currentStep(b)?.kind === kind).batch;
const look = (batch: BatchState, outcome: MatteLook | CuredLook): BatchState => {
  const looked = decideLook(batch, currentStep(batch)!.id, { outcome }, testBench, now);
  if (!looked.ok) throw new Error(looked.refusal.message);
  return looked.value.reduce<BatchState>(applyEvent, batch);
};
const putIn = (before: BatchState, after: BatchState) =>
  after.steps
    .filter(({ id }) => !before.steps.some((step) => step.id === id))
    .map(({ kind, type }) => (kind === 'do' ? type : kind));

describe('a look before the light', () => {
  it.each<[MatteLook, readonly string[]]>([
    ['matte', []],
    ['shine', ['wash', 'dry', 'look-matte']],
    ['tack', ['wash', 'dry', 'look-matte']],
    ['grit', ['wash', 'dry', 'look-matte']],
    ['white marks', ['dry', 'look-matte']],
    ['swollen', ['dry', 'look-matte']],
    ['grey film', ['wash', 'dry', 'look-matte']],
    ['detail lost', ['wash', 'dry', 'look-matte']],
    ['dust', ['brush-off', 'look-matte']],
    ['scar', ['fill-pits', 'look-matte']],
  ])('%s puts in %j', (outcome, steps) => {
    const batch = at('look-matte');
    expect(putIn(batch, look(batch, outcome))).toEqual(steps);
  });
  it('shine on parts that have had all their solvent: a dry brush, never the bath again', () => {
    const batch = at('look-matte');
    const spent = { ...batch, card: { ...batch.card, exposureCapS: exposureS(batch, now.atMs) + 20 } };
    expect(putIn(spent, look(spent, 'shine'))).toEqual(['mop', 'dry', 'look-matte']);
  });
  it('what washing did not mend once is not washed twice: it stops, and somebody decides', () => {
    const once = look(at('look-matte'), 'detail lost');
    const again = play(once, (b) => currentStep(b)?.kind === 'look-matte').batch;
    const twice = look(again, 'detail lost');
    expect(putIn(again, twice)).toEqual(['look-matte']);
    expect(twice).toMatchObject({ flagStops: true, flag: expect.stringContaining('detail lost') });
  });
  it('keeps the cure locked until it is matte', () => {
    for (const outcome of MATTE_LOOKS.slice(1))
      expect(currentStep(look(at('look-matte'), outcome))!.kind).not.toBe('cure');
  });
});

describe('a look after the light', () => {
  it.each<[CuredLook, readonly string[], RegExp | undefined]>([
    ['good', [], undefined],
    ['tacky', ['cure', 'look-cured'], undefined],
    ['soft underside', ['turn-over', 'cure', 'look-cured'], undefined],
    ['white marks', [], /wet under it stays/],
    ['cracked', [], /cracking under load/],
    ['warped', [], /on a form/],
    ['grit', [], /Sand it off/],
    ['tinted', [], /cannot be undone/],
    ['broken', [], /make again/],
    ['colour unchanged', ['cure', 'look-cured'], undefined],
    ['sticky trace', [], /Gloves until it is painted/],
    ['grey film', [], /polish it off/],
    ['swollen', [], /Measure it/],
    ['detail lost', [], /make again/],
    ['dust', ['file'], undefined],
    ['scar', ['file'], undefined],
  ])('%s puts in %j', (outcome, steps, flag) => {
    const batch = at('look-cured');
    const after = look(batch, outcome);
    expect(putIn(batch, after)).toEqual(steps);
    if (flag) expect(after.flag).toMatch(flag);
    else expect(after.flag).toBeUndefined();
  });
  it('a colour that has not changed at the end of its window: a crumb of its lot tells which, and nothing is lit on', () => {
    const batch = { ...at('look-cured'), lastS: 1 };
    const after = look(batch, 'colour unchanged');
    expect(putIn(batch, after)).toEqual([]);
    expect(after.flag).toMatch(/crumb of the same lot/);
  });
  it('tacky at the end of its window is washed and lit once more; tacky still, it is held, and nothing is put in', () => {
    const batch = at('look-cured');
    const once = look({ ...batch, lastS: lightS(batch) }, 'tacky');
    expect(putIn(batch, once)).toEqual(['wash', 'dry', 'look-matte', 'cure', 'look-cured']);
    const again = play(once, (b) => currentStep(b)?.kind === 'look-cured', now.atMs).batch;
    const held = look(again, 'tacky');
    expect(putIn(again, held)).toEqual([]);
    expect(held.held).toMatch(/more light only yellows it/);
  });
  it('soft below at the end of its window is flagged, never lit past it', () => {
    const batch = at('look-cured');
    const spent = { ...batch, lastS: lightS(batch) };
    const after = look(spent, 'soft underside');
    expect(putIn(spent, after)).toEqual([]);
    expect(after.flag).toMatch(/end of its window/);
  });
  it('every answer of one look is refused at the other, unless both know it', () => {
    for (const outcome of CURED_LOOKS.filter((one) => !(MATTE_LOOKS as readonly string[]).includes(one))) {
      const batch = at('look-matte');
      expect(decideLook(batch, currentStep(batch)!.id, { outcome }, testBench, now)).toMatchObject({
        ok: false,
        refusal: { code: 'WRONG_OUTCOME', field: 'outcome' },
      });
    }
  });
});
