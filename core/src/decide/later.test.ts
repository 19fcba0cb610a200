import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, exposureS, lightS } from '../batch/index.ts';
import { joinParts } from '../part/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { decideLook, decideTakeBack, laterDue, litAtMs } from './index.ts';

const HOUR_MS = 3_600_000;
const sealed = (): BatchState => {
  const { batch, atMs } = play(testBatch({ count: 6 }), (b) => currentStep(b)?.kind === 'seal');
  return applyEvent(batch, {
    type: 'sealed',
    stepId: currentStep(batch)!.id,
    hash: 'ab12',
    atMs,
    by: 'Mara V.',
  });
};
const batch = sealed();
const now = { atMs: litAtMs(batch)! + 50 * HOUR_MS, by: 'Osei T.' };
const into = { id: 'n', name: 'Tern 1b' };

describe('a second look', () => {
  it.each([
    [23.9, false],
    [24, true],
    [143.9, true],
    [144, false],
  ])('%d h after the light is due: %s', (hours, due) => {
    expect(laterDue(litAtMs(batch)!, litAtMs(batch)! + hours * HOUR_MS)).toBe(due);
  });
  it('is never due before the seal, nor for what had no light', () => {
    expect(litAtMs({ ...batch, recordHash: undefined })).toBeUndefined();
    const green = { ...batch, steps: batch.steps.filter(({ kind }) => kind !== 'cure') };
    expect(litAtMs(green)).toBeUndefined();
  });
});

describe('pieces that came back', () => {
  const taken = decideTakeBack(batch, { count: 2, what: 'tacky', into }, now);
  if (!taken.ok) throw new Error(taken.refusal.message);
  const back = applyEvent(undefined, taken.value);
  it('stand at a look, with all that was done to them; light and solvent go on counting', () => {
    expect(back).toMatchObject({
      ...into,
      count: 2,
      createdAtMs: now.atMs,
      returned: { from: 'Tern 1', hash: 'ab12', what: 'tacky' },
    });
    expect(currentStep(back)).toMatchObject({ kind: 'look-cured', state: 'waiting' });
    expect([back.recordHash, back.flag, back.held]).toEqual([undefined, undefined, undefined]);
    expect(lightS(back)).toBe(lightS(batch));
    expect(exposureS(back, now.atMs)).toBe(exposureS(batch, now.atMs));
    expect(new Set(back.steps.map(({ id }) => id)).size).toBe(back.steps.length);
    expect(back.plateAreaMm2).toBeCloseTo(batch.plateAreaMm2 / 3, 9);
  });
  it('get what the window leaves when they are tacky', () => {
    const looked = decideLook(back, currentStep(back)!.id, { outcome: 'tacky' }, testBench, now);
    if (!looked.ok) throw new Error(looked.refusal.message);
    const after = looked.value.reduce<BatchState>(applyEvent, back);
    expect(currentStep(after)).toMatchObject({
      kind: 'cure',
      plannedS: Math.min(back.addS, back.lastS! - lightS(back)),
    });
  });
  it.each([
    ['none', 0],
    ['more than there were', 7],
    ['a half', 1.5],
  ])('%s cannot come back', (_, count) => {
    expect(decideTakeBack(batch, { count, what: 'tacky', into }, now)).toMatchObject({
      ok: false,
      refusal: { code: 'SPLIT_COUNT', field: 'count' },
    });
  });
  it('are of the kinds that are said, where several were on the plate', () => {
    const of = (name: string, areaMm2: number, count: number) => ({
      part: { name, areaMm2, heightMm: 20, wallMm: 2 },
      count,
    });
    const { part, count } = joinParts([of('fin', 800, 4), of('lid', 3000, 1), of('knob', 300, 1)]);
    const mixed = { ...batch, part, count };
    const some = decideTakeBack(
      mixed,
      {
        pieces: [
          { name: 'fin', count: 2 },
          { name: 'lid', count: 1 },
        ],
        what: 'tacky',
        into,
      },
      now,
    );
    // 2 × 800 + 3000 over three pieces
    expect(some).toMatchObject({
      ok: true,
      value: { batch: { count: 3, part: { name: 'fin and lid', areaMm2: 4600 / 3 } } },
    });
    expect(decideTakeBack(mixed, { count: 2, what: 'tacky', into }, now)).toMatchObject({
      ok: false,
      refusal: {
        code: 'WHICH_PIECES',
        message: 'Tern 1 holds 4 × fin, 1 × lid, 1 × knob: say which of them came back.',
      },
    });
    expect(decideTakeBack(mixed, { count: 6, what: 'tacky', into }, now)).toMatchObject({
      value: { batch: { part, count: 6 } },
    });
    const tooMany = { pieces: [{ name: 'lid', count: 2 }], what: 'tacky', into } as const;
    expect(decideTakeBack(mixed, tooMany, now)).toMatchObject({ ok: false, refusal: { field: 'pieces' } });
  });
  it('do not come back from a batch on the bench', () => {
    const open = { ...batch, recordHash: undefined };
    expect(decideTakeBack(open, { count: 1, what: 'tacky', into }, now)).toMatchObject({
      ok: false,
      refusal: { code: 'NOT_SEALED' },
    });
  });
});
