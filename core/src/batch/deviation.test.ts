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
  it('of other resins is said by more than 15 s and a quarter: a wash of 0:02 where 1:15 was planned', () => {
    const usual = testBatch();
    expect(deviationOf(usual, step(2, { plannedS: 75 }))).toBe('1:13 shorter than the 1:15 planned');
    expect(deviationOf(usual, step(61, { plannedS: 75 }))).toBeUndefined();
    expect(deviationOf(usual, step(999, { plannedS: 180 }))).toBe('13:39 longer than the 3:00 planned');
    // a longer rest harms nothing, a shorter one may
    const rest = { ...usual.steps.find(({ kind }) => kind === 'dry')!, plannedS: 600 };
    expect(deviationOf(usual, step(5000, rest))).toBeUndefined();
    expect(deviationOf(usual, step(200, rest))).toBe('6:40 shorter than the 10:00 planned');
    // a cure counts by its light, with what was added
    const cure = { ...usual.steps.find(({ kind }) => kind === 'cure')!, plannedS: 240 };
    const added = [{ addS: 39, idleS: 303, atMs: 0, by: 'Mara V.' }];
    expect(deviationOf(usual, step(582, { ...cure, added, knew: { litS: 279 } }))).toBeUndefined();
    expect(deviationOf(usual, step(582, { ...cure, added, knew: { litS: 120 } }))).toBe(
      '2:39 shorter than the 4:39 planned',
    );
  });
  it('is never said of what is not done, nor of handwork', () => {
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
