import { describe, expect, it } from 'vitest';
import { play, testBatch, testCard } from '../testing/index.ts';
import { deviationOf, type Step } from './index.ts';

const procedure = { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'IFU 7' };
const batch = testBatch({ card: { ...testCard, procedure } });
const step = (tookS: number, over: Partial<Step> = {}): Step => ({
  ...batch.steps.find(({ kind }) => kind === 'wash')!,
  plannedS: 180,
  state: 'done',
  startedAtMs: 0,
  endedAtMs: tookS * 1000,
  ...over,
});

describe('deviation from a validated procedure', () => {
  it('is said beyond five seconds and five percent', () => {
    expect([deviationOf(batch, step(189)), deviationOf(batch, step(171))]).toEqual([undefined, undefined]);
    expect(deviationOf(batch, step(200))).toBe('0:20 longer than IFU 7');
    expect(deviationOf(batch, step(120))).toBe('1:00 shorter than IFU 7');
    expect(deviationOf(batch, step(34, { plannedS: 30 }))).toBeUndefined();
  });
  it('is never said of other resins or of what is not done', () => {
    expect(deviationOf(testBatch(), step(999))).toBeUndefined();
    expect(deviationOf(batch, step(0, { state: 'running', endedAtMs: undefined }))).toBeUndefined();
    expect(deviationOf(batch, step(999, { mode: 'hands' }))).toBeUndefined();
  });
  it('a batch worked to its times has none', () => {
    const { batch: done } = play(batch, ({ steps }) =>
      steps.every(({ state, kind }) => state === 'done' || kind === 'seal'),
    );
    expect(done.steps.map((one) => deviationOf(done, one)).filter(Boolean)).toEqual([]);
  });
});
