import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchLight, type BatchState, type CureChoice } from '../batch/index.ts';
import { testBatch, testCard, withLamp } from '../testing/index.ts';
import { decideCurePlan, forecastWith, nextCureS, workOutLight } from './index.ts';

type Spots = readonly (readonly [cold: number, hot: number])[];
const light = (spots: Spots): BatchLight => ({
  station: 'lamp-box',
  placed: 2,
  poses: spots.map(([coldMWPerCm2, hotMWPerCm2], i) => ({ up: [0, 0, i === 0 ? 1 : -1], coldMWPerCm2, hotMWPerCm2 })),
  medianMWPerCm2: 8,
  neverLitPct: 0,
});
const choice = (spots: Spots): CureChoice => ({ light: light(spots), medium: 'air' });
const bench = withLamp('lamp-box', { timerStepS: 10 });
const lit = (batch: BatchState, spots: Spots) => workOutLight(batch, bench, choice(spots), { plain: light(spots) });

describe('a plan of light, worked out', () => {
  it('runs for what the bench is then planned for: one number on both pages', () => {
    const { eachS } = lit(testBatch(), [[6, 9]]);
    const decided = decideCurePlan(testBatch(), choice([[6, 9]]), bench, { atMs: 5000, by: 'Mara V.' });
    expect(decided.ok).toBe(true);
    const taken = decided.ok ? decided.value.reduce<BatchState>(applyEvent, testBatch()) : testBatch();
    expect(nextCureS(taken)).toBe(eachS);
    expect(eachS! % 10).toBe(0);
  });
  it('shares the first light between two poses, up to a step of the timer', () => {
    const both = lit(testBatch(), [
      [6, 9],
      [6, 9],
    ]);
    const { doses } = both.forecast;
    expect(both.eachS! * 2).toBeGreaterThanOrEqual(doses!.firstS);
    expect(both.eachS! * 2).toBeLessThan(doses!.firstS + 2 * 10 + 1);
  });
  it('says by how much sooner a turn is tack-free than the pose alone', () => {
    const spots: Spots = [
      [0.8, 9],
      [7, 9],
    ];
    const turned = workOutLight(testBatch(), bench, choice(spots), { plain: light(spots.slice(0, 1)) });
    const alone = forecastWith(testBatch(), choice(spots.slice(0, 1)), bench);
    expect(turned.unturnedHandleS).toBe(alone.window.handleS);
    expect(turned.forecast.window.handleS!).toBeLessThan(alone.window.handleS!);
  });
  it('plans nothing where the window is closed, and says why', () => {
    const clear = testBatch({ card: { ...testCard, family: 'clear' } });
    const closed = lit(clear, [[0.3, 12]]);
    expect(closed.eachS).toBeUndefined();
    expect(closed.closed?.why).toMatch(/\d/);
    expect(lit(testBatch(), [[8, 8]]).closed).toBeUndefined();
  });
  it('has nothing more to give once all light was given', () => {
    const batch = testBatch();
    const steps = batch.steps.map((step) => ({ ...step, state: 'done' as const }));
    expect(nextCureS({ ...batch, steps })).toBeUndefined();
    expect(nextCureS(batch)).toBe(batch.steps.find(({ kind }) => kind === 'cure')!.plannedS);
  });
});
