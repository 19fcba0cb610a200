import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import { type decideFinish, decideStart } from '../decide/index.ts';
import { lightSoFar } from '../light/index.ts';
import { finishWash, lastWash, parcelFromText } from '../plan/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import type { WashSoFar } from '../wash/index.ts';
import { type BenchView, nextActions } from './index.ts';

const BEGAN_MS = 10_000_000;
const take = (batch: BatchState, decided: ReturnType<typeof decideFinish>): BatchState => {
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const running = (kind: string) => {
  const { batch } = play(testBatch(), (b) => currentStep(b)?.kind === kind);
  return take(batch, decideStart(batch, currentStep(batch)!.id, testBench, {}, { atMs: BEGAN_MS, by: 'Mara V.' }));
};
const washing = (() => {
  const batch = running('wash');
  // long enough that nothing else presses
  return {
    ...batch,
    steps: batch.steps.map((step) =>
      step.state === 'running' ? { ...step, plannedS: 200, knew: { ...step.knew, wantedS: 200 } } : step,
    ),
  };
})();
const told = (over: Partial<WashSoFar>): WashSoFar => ({
  stepId: currentStep(washing)!.id,
  stirredS: 30,
  lastStirring: false,
  lidOpen: false,
  lastAtMs: BEGAN_MS + 60_000,
  ...over,
});
const first = (wash?: WashSoFar, atS = 60, batch: BatchState = washing) => {
  const view: BenchView = {
    batches: [batch],
    nowMs: BEGAN_MS + atS * 1000,
    stations: { 'wash-1': { name: 'Wash 1', capacity: 1 } },
    wash: wash && { [batch.id]: wash },
  };
  return nextActions(view)[0]!;
};

describe('a wash unit that stands still', () => {
  it('is called out before anything that can wait, with what is missing', () => {
    expect(first(told({}))).toMatchObject({
      tier: 'turn',
      say: 'Start Wash 1 again: it stands still',
      reason: expect.stringContaining('stirred for 0:30 of 1:00'),
      fix: { addS: 30 },
    });
  });
  it('asks no more once what is missing was added', () => {
    const added = {
      ...washing,
      steps: washing.steps.map((step) => (step.state === 'running' ? { ...step, plannedS: 230 } : step)),
    };
    const { say, fix } = first(told({}), 60, added);
    expect([say, fix]).toEqual(['Start Wash 1 again: it stands still', undefined]);
  });
  it('whose lid is open is told so', () => {
    expect(first(told({ lidOpen: true })).say).toBe('Close the lid of Wash 1');
  });
  it.each([
    ['that stirs', told({ lastStirring: true }), 60],
    ['not heard from lately', told({ lastAtMs: BEGAN_MS }), 60],
    ['just started', told({ stirredS: 0, lastAtMs: BEGAN_MS + 8000 }), 8],
    ['of another step', told({ stepId: 'other' }), 60],
  ])('%s is no reason to call', (_, wash, atS) => {
    expect(first(wash, atS).say).toContain('Lift');
  });
  it('adds no time past the limit in solvent', () => {
    // 480 s allowed, 60 used, 140 still planned: 280 could be added, and only 20 when 220 are allowed
    const tight = { ...washing, card: { ...washing.card, exposureCapS: 220 } };
    expect(first(told({}), 60, tight).fix).toEqual({ addS: 20 });
    const spent = { ...washing, card: { ...washing.card, exposureCapS: 205 } };
    expect(first(told({}), 60, spent).fix).toBeUndefined();
  });
});

describe('what still liquid leaves on', () => {
  it('more than stirred liquid does, less than none at all', () => {
    const batch = running('wash');
    const bath = { id: 'w1', held: parcelFromText(['3500000', '60000', '200000']), surfaceM2: 0.04 };
    const film = (stirredS?: number) =>
      finishWash(
        batch,
        currentStep(batch)!,
        BEGAN_MS + 60_000,
        bath,
        testBench,
        stirredS === undefined ? undefined : { stirredS },
      ).filmUm;
    expect(film(60)).toBeCloseTo(film(), 9);
    expect(film(30)).toBeGreaterThan(2 * film(60));
    expect(film(0)).toBeLessThan(batch.filmUm);
    expect(film(0)).toBeGreaterThan(film(30));
    // 60 s of 90 s to 1/e at 20 °C in fresh solvent: slower here by load, faster by warmth
    expect(film(0) / batch.filmUm).toBeGreaterThan(Math.exp(-60 / 70));
    expect(lastWash(batch)).toBeDefined();
  });
  it('keeps what the unit told with the step', () => {
    const batch = running('wash');
    const bath = { id: 'w1', held: parcelFromText(['3500000', '60000', '200000']), surfaceM2: 0.04 };
    const { knew } = finishWash(batch, currentStep(batch)!, BEGAN_MS + 60_000, bath, testBench, {
      stirredS: 41.4,
      tempC: 23.04,
    });
    expect(knew).toMatchObject({ stirredS: 41, bathC: 23 });
  });
});

describe('light before the first word of a sensor', () => {
  const samples = [10, 15, 20].map((s) => ({ atMs: s * 1000, mWPerCm2: 8 }));
  it('counts when the lamp was found lit, and not when it was dark', () => {
    expect(lightSoFar('s', samples, 8, 0)!.litS).toBeCloseTo(20, 9);
    expect(lightSoFar('s', [{ atMs: 10_000, mWPerCm2: 0 }, ...samples.slice(1)], 8, 0)!.litS).toBeCloseTo(7.5, 9);
  });
});

describe('vapour in the room', () => {
  const oven = (vapourPctLel?: number, kind: 'oven' | 'trim' = 'oven') => {
    const batch = running('trim');
    const step = { ...currentStep(batch)!, kind, mode: 'timed' as const, state: 'waiting' as const, plannedS: 600 };
    const state = { ...batch, steps: batch.steps.map((one) => (one.id === step.id ? step : one)) };
    return decideStart(state, step.id, { ...testBench, vapourPctLel }, {}, { atMs: BEGAN_MS, by: 'x' });
  };
  it('keeps heat from being begun from a tenth of what can burn on, and says what to do', () => {
    expect(oven(10)).toMatchObject({
      ok: false,
      refusal: {
        code: 'VAPOUR',
        message: expect.stringContaining('fire risk'),
        remedy: expect.stringContaining('Lids on'),
      },
    });
    expect([oven(9.9).ok, oven().ok, oven(60, 'trim').ok]).toEqual([true, true, true]);
  });
});
