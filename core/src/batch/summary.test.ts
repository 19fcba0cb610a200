import { describe, expect, it } from 'vitest';
import { play, testBatch } from '../testing/index.ts';
import { currentStep, lightS, type Step, summaryOf, workedOn } from './index.ts';

describe('what lists say of a batch', () => {
  it('is enough to say how an open one stands: its step, and nothing of those that are done', () => {
    const { batch } = play(testBatch({ customer: 'Quay' }), (b) => currentStep(b)?.kind === 'wash');
    const summary = summaryOf({ ...batch, held: 'a call' });
    expect(summary).toMatchObject({ part: 'block', resin: batch.card.name, customer: 'Quay', held: 'a call', litS: 0 });
    expect(summary.steps).toEqual([currentStep(batch)]);
    expect(summary.washed).toBeUndefined();
  });
  it('tells of a finished one its light, its last wash whose load was known, and who worked on it', () => {
    const { batch } = play(testBatch(), (b) => currentStep(b)?.kind === 'seal');
    const summary = summaryOf(batch);
    expect(summary.litS).toBe(lightS(batch));
    expect(summary.litS).toBeGreaterThan(60);
    const knew = batch.steps.filter(({ kind }) => kind === 'wash').at(-1)?.knew;
    expect(summary.washed?.loadPctW).toBe(knew?.loadPctW);
    expect(summary.worked.map(({ by }) => by)).toEqual(['Mara V.']);
  });
  it('takes a wash whose load nobody knew for none', () => {
    const wash = (id: string, over: Partial<Step>): Step => ({
      ...testBatch().steps[0]!,
      id,
      kind: 'wash',
      state: 'done',
      startedAtMs: 1,
      endedAtMs: 2,
      ...over,
    });
    const steps = [wash('a', { knew: { loadPctW: 3, loadHighPctW: 5, limitPctW: 8 } }), wash('b', {})];
    expect(summaryOf({ ...testBatch(), steps }).washed).toEqual({
      loadPctW: 3,
      lowPctW: null,
      highPctW: 5,
      limitPctW: 8,
    });
  });
});

describe('who worked on a batch', () => {
  it('is told in the order they came to it, each with when they did something last', () => {
    const step = (by: string | undefined, startedAtMs: number, endedAtMs?: number): Step => ({
      ...testBatch().steps[0]!,
      state: endedAtMs === undefined ? 'running' : 'done',
      startedAtMs,
      endedAtMs,
      by,
    });
    const waiting: Step = { ...testBatch().steps[0]!, state: 'waiting', by: 'Nobody yet' };
    const steps = [
      step('Mara V.', 0, 10),
      step('Osei T.', 20, 30),
      step('Mara V.', 40),
      step(undefined, 50, 60),
      waiting,
    ];
    expect(workedOn({ steps })).toEqual([
      { by: 'Mara V.', atMs: 40 },
      { by: 'Osei T.', atMs: 30 },
    ]);
  });
});
