import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyEvent,
  type BatchEvent,
  type BatchState,
  currentStep,
  exposureS,
  lightS,
  MISHAPS,
  type Mishap,
  replay,
  stoodS,
} from '../batch/index.ts';
import { CURED_LOOKS, type LookOutcome, MATTE_LOOKS } from '../look/index.ts';
import { testBatch, testBench } from '../testing/index.ts';
import {
  decideElsewhere,
  decideExtend,
  decideFinish,
  decideLeaveOut,
  decideLifted,
  decideLook,
  decideMishap,
  decideStart,
  decideStay,
} from './index.ts';

type Try = {
  readonly verb: 'start' | 'finish' | 'lifted' | 'extend' | 'stay' | 'look' | 'mishap' | 'leave-out' | 'elsewhere';
  readonly stepPick: number;
  readonly waitS: number;
  readonly addS: number;
  readonly outcome: LookOutcome;
  readonly what: Mishap['what'];
};
const someTry: fc.Arbitrary<Try> = fc.record({
  verb: fc.oneof(
    { weight: 8, arbitrary: fc.constantFrom('start' as const, 'finish' as const, 'look' as const) },
    { weight: 1, arbitrary: fc.constantFrom('lifted' as const, 'extend' as const, 'stay' as const) },
    { weight: 1, arbitrary: fc.constantFrom('mishap' as const, 'leave-out' as const, 'elsewhere' as const) },
  ),
  // mostly the current step, now and then any other
  stepPick: fc.oneof({ weight: 4, arbitrary: fc.constant(-1) }, { weight: 1, arbitrary: fc.nat(14) }),
  waitS: fc.integer({ min: 2, max: 400 }),
  addS: fc.integer({ min: -100, max: 200 }),
  outcome: fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom<LookOutcome[]>('matte', 'good', 'tacky') },
    { weight: 1, arbitrary: fc.constantFrom<LookOutcome[]>(...MATTE_LOOKS, ...CURED_LOOKS) },
  ),
  what: fc.constantFrom(...MISHAPS),
});

function attempt(state: BatchState, t: Try, atMs: number) {
  const stepId =
    t.stepPick < 0 ? (currentStep(state)?.id ?? 's1') : (state.steps[t.stepPick % state.steps.length]?.id ?? 's1');
  const now = { atMs, by: 'fuzz' };
  switch (t.verb) {
    case 'start':
      return decideStart(state, stepId, testBench, {}, now);
    case 'finish':
      return decideFinish(state, stepId, testBench, now);
    case 'lifted':
      return decideLifted(state, stepId, atMs - 1000 * Math.abs(t.addS), testBench, now);
    case 'stay':
      return decideStay(state, stepId, 'hands are full', now);
    case 'mishap':
      return decideMishap(state, { what: t.what, offS: Math.abs(t.addS) }, testBench, now);
    case 'leave-out':
      return decideLeaveOut(state, stepId, 'not needed', testBench, now);
    case 'elsewhere': {
      const { id } = testBench.stations[Math.abs(t.addS) % testBench.stations.length]!;
      return decideElsewhere(state, { stepId, stationId: id }, testBench, now);
    }
    case 'extend':
      return decideExtend(state, stepId, t.addS, now);
    case 'look':
      return decideLook(state, stepId, { outcome: t.outcome }, testBench, now);
  }
}

/** A cheap assertion for hot loops. */
const must = (holds: unknown, what: string) => {
  if (!holds) throw new Error(`broken: ${what}`);
};

function checkInvariants(state: BatchState, atMs: number): void {
  const done = state.steps.map((step) => step.state === 'done');
  must(
    done.lastIndexOf(true) < (done.indexOf(false) === -1 ? Number.POSITIVE_INFINITY : done.indexOf(false)),
    'what is done stands before what is not',
  );
  must(state.steps.filter((step) => step.state === 'running').length <= 1, 'one step runs at a time');
  must(new Set(state.steps.map((step) => step.id)).size === state.steps.length, 'step ids are unique');
  must(
    state.steps.every((step) => step.state !== 'done' || step.endedAtMs! >= step.startedAtMs!),
    'nothing ends before it starts',
  );
  const cure = state.steps.findIndex((step) => step.kind === 'cure' && step.state !== 'waiting');
  const looksBefore = state.steps.slice(0, Math.max(0, cure)).filter((step) => step.kind === 'look-matte');
  must(cure < 0 || looksBefore.at(-1)?.outcome === 'matte', 'nothing is cured that was not last seen matte');
  const planned = state.steps
    .filter((step) => step.kind === 'wash' && step.state === 'running')
    .reduce((sum, step) => sum + step.plannedS!, 0);
  const washed = state.steps
    .filter((step) => step.kind === 'wash' && step.state === 'done')
    .reduce((sum, step) => sum + (step.endedAtMs! - step.startedAtMs!) / 1000, 0);
  must(planned === 0 || planned + washed <= state.card.exposureCapS + 1, 'no wash is planned past the exposure cap');
  must(
    state.steps.every(({ kind, station }) => kind !== 'wash' || station in testBench.baths),
    'a wash is done in a bath',
  );
  must(
    exposureS(state, atMs) <= state.card.exposureCapS ||
      state.flag !== undefined ||
      state.steps.some((step) => step.kind === 'wash' && step.state === 'running'),
    'an overrun is flagged',
  );
  must(
    state.steps.every(
      (step) => step.startedAtMs === undefined || stoodS(step) * 1000 <= (step.endedAtMs ?? atMs) - step.startedAtMs,
    ),
    'no machine stood still for longer than it ran',
  );
  must(
    state.steps.filter(({ kind }) => kind === 'look-matte' || kind === 'seal').length >= 2 &&
      state.steps.some(({ kind }) => kind === 'wash'),
    'looks, the seal and a wash are never left out',
  );
  must(lightS(state) >= 0 && state.broken >= 0, 'sums are never negative');
}

describe('any sequence of presses', () => {
  it('keeps the order of work, the caps and the gates; refusals say why; facts replay to the same state', () => {
    fc.assert(
      fc.property(fc.array(someTry, { minLength: 20, maxLength: 90, size: 'max' }), (tries) => {
        let state = testBatch({ addS: 120, lastS: 600 });
        const facts: BatchEvent[] = [{ type: 'created', atMs: 0, by: 'fuzz', batch: state }];
        let atMs = 0;
        for (const t of tries) {
          atMs += t.waitS * 1000;
          const before = JSON.stringify(state);
          const result = attempt(state, t, atMs);
          must(JSON.stringify(state) === before, 'deciding changes nothing');
          if (!result.ok) {
            must(
              result.refusal.code.length > 3 && result.refusal.message.length > 10,
              'a refusal has a code and a sentence',
            );
            continue;
          }
          facts.push(...result.value);
          state = result.value.reduce<BatchState>(applyEvent, state);
          checkInvariants(state, atMs);
        }
        expect(replay(facts)).toEqual(state);
      }),
      { numRuns: Number(process.env.FUZZ_RUNS ?? 400), endOnFailure: true },
    );
  }, 60_000);
});
