import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import { nextActions } from '../nextStep/index.ts';
import { type BatchRequest, explain, layRoute, planBatch, routeOfBatch } from '../plan/index.ts';
import { type Route, TWO_BATHS } from '../route/index.ts';
import { play, testBatch, testBench, testCard, testPart } from '../testing/index.ts';
import { decideLook } from './index.ts';

/** Two baths with times typed into the route: 6:00 in the first, half an hour of rest. */
const route: Route = {
  ...TWO_BATHS,
  id: 'ours',
  steps: TWO_BATHS.steps.map((step, i, all) => {
    const first = step.type === 'wash-machine' && all.findIndex(({ type }) => type === 'wash-machine') === i;
    if (first) return { ...step, seconds: 360 };
    return step.type === 'rest' ? { ...step, seconds: 1800 } : step;
  }),
};
const request: BatchRequest = {
  card: testCard,
  part: testPart,
  count: 2,
  dripS: 300,
  plateAreaMm2: 5000,
  bench: testBench,
  route,
};
const { id, name, version, dose } = route;
const batch = testBatch({ route: { id, name, version, dose }, steps: layRoute(request, planBatch(request)) });
const at = (state: BatchState, kind: string) => state.steps.filter((step) => step.kind === kind);

describe('a time that a route fixes', () => {
  it('is kept at the start of a wash and after it, while what the models plan goes on changing', () => {
    const { batch: seen } = play(batch, (one) => currentStep(one)?.kind === 'look-matte');
    const [first, second] = at(seen, 'wash');
    expect(first!.plannedS).toBe(360);
    // what is left of its time in solvent bounds the other bath
    expect(second!.plannedS).toBeLessThanOrEqual(testCard.exposureCapS - 360);
    expect(at(seen, 'dry')[0]!.plannedS).toBe(1800);
  });
  it('is kept when it rests once more after a look', () => {
    const { batch: seen, atMs } = play(batch, (one) => currentStep(one)?.kind === 'look-matte');
    const look = decideLook(seen, currentStep(seen)!.id, { outcome: 'white marks' }, testBench, { atMs, by: 'Ines' });
    if (!look.ok) throw new Error(look.refusal.message);
    const after = look.value.reduce<BatchState>(applyEvent, seen);
    expect(currentStep(after)).toMatchObject({ kind: 'dry', plannedS: 1800, fixed: true });
  });
  it('is still known when the route is read off the batch, with where the solvent stands', () => {
    const tank = { ...route, steps: [...route.steps.slice(0, 3), { type: 'wash-ultrasonic', inTank: true } as const] };
    const steps = layRoute({ ...request, route: tank }, planBatch(request));
    expect(routeOfBatch({ ...batch, steps }).steps.map(({ seconds, inTank }) => [seconds, inTank])).toEqual(
      tank.steps.map((step) => [step.seconds, 'inTank' in step ? step.inTank : undefined]),
    );
  });
  it('is explained as the route’s, with what the models would take; the band says so where they differ', () => {
    const plan = planBatch(request);
    const why = explain('wash1', request, plan);
    expect(why.value).toBe('6:00');
    expect(why.formula).toMatch(/^The route fixes this time; the models would take \d:\d\d\.$/);
    const { batch: next, atMs } = play(batch, (one) => currentStep(one)?.kind === 'wash');
    const [action] = nextActions({ batches: [next], nowMs: atMs, stations: {} });
    expect(action!.reason).toMatch(/The route fixes 6:00; the models would take \d:\d\d\./);
  });
});
