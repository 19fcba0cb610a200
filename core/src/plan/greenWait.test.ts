import { describe, expect, it } from 'vitest';
import type { Step } from '../batch/index.ts';
import { testBatch } from '../testing/index.ts';
import { greenWait, greenWords } from './index.ts';

const DAY = 86_400_000;
const batch = testBatch();
const step = (over: Partial<Step>): Step => ({ ...batch.steps[0]!, state: 'done', ...over });
const withSteps = (...first: readonly Step[]) => ({ ...batch, steps: [...first, ...batch.steps] });
const dark = (fromDay: number, toDay?: number) =>
  step({
    id: 'd',
    kind: 'wait-dark',
    type: 'wait-dark',
    state: toDay === undefined ? 'running' : 'done',
    startedAtMs: fromDay * DAY,
    endedAtMs: toDay === undefined ? undefined : toDay * DAY,
  });

describe('green parts that wait', () => {
  it('keep their supports easy to clip for two weeks in the dark', () => {
    const waits = withSteps(dark(0));
    expect(greenWait(waits, 10 * DAY)).toMatchObject({ days: 10, dark: true, darkNow: true });
    expect(greenWait(waits, 10 * DAY)!.clipsForDays).toBeCloseTo(4, 9);
    expect(greenWait(waits, 16 * DAY)!.clipsForDays).toBeCloseTo(-2, 9);
    expect(greenWait(waits, 16 * DAY)!.keepsForDays).toBeCloseTo(26, 9);
  });
  it('harden ten times as fast in the light of a room: by hand, two days open are twenty in the dark', () => {
    const open = greenWait(batch, 2 * DAY)!;
    expect([open.dark, open.darkNow]).toEqual([false, false]);
    expect(open.clipsForDays).toBeCloseTo((14 - 20) / 10, 9);
    const half = greenWait(withSteps(dark(0.5, 5)), 5.5 * DAY)!;
    expect(half.clipsForDays).toBeCloseTo((14 - (4.5 + 10)) / 10, 9);
  });
  it('covered counts as dark until hands are on them again', () => {
    const covered = withSteps(
      step({ id: 'c', type: 'cover-light', kind: 'do', startedAtMs: 0, endedAtMs: 0 }),
      step({ id: 'i', type: 'inspect', kind: 'do', startedAtMs: 3 * DAY, endedAtMs: 3 * DAY }),
    );
    expect(greenWait(covered, 4 * DAY)!.clipsForDays).toBeCloseTo((14 - (3 + 10)) / 10, 9);
  });
  it('are told in one sentence: what is left, and past it what to do, by whether supports are still on', () => {
    const waits = withSteps(dark(0));
    const words = (of: typeof waits, atDay: number) => greenWords(greenWait(of, atDay * DAY)!);
    expect(words(waits, 10)).toBe(
      'Green for 10 days, now in the dark: supports clip easily for about 4 days more as it lies.',
    );
    expect(words(waits, 16)).toMatch(/warm the parts before they are cut/);
    const off = {
      ...waits,
      steps: waits.steps.map((one) => (one.kind === 'trim' ? { ...one, state: 'done' as const } : one)),
    };
    expect(words(off, 50)).toMatch(/past the time that light does as it is planned; start low/);
    expect(words(off, 50)).not.toMatch(/cut/);
  });
  it('say nothing before a day, nor once they are lit', () => {
    expect(greenWait(batch, 0.9 * DAY)).toBeUndefined();
    const lit = {
      ...batch,
      steps: batch.steps.map((one) => (one.kind === 'cure' ? { ...one, state: 'running' as const } : one)),
    };
    expect(greenWait(lit, 5 * DAY)).toBeUndefined();
  });
});
