import { runKind, type StepToCome } from './kinds/index.ts';
import type { RunStep } from './steps.ts';
import type { RunBalance, RunEvent, RunState } from './types.ts';
import { beginsByItself, waitS } from './waits.ts';

/** The step that is to be done or runs; nothing once a run is over. */
export const runStepNow = (run: RunState): RunStep | undefined => run.steps.find(({ state }) => state !== 'done');

/** Steps as they stand in a run, with ids of their own. */
export const stepsFrom = (coming: readonly StepToCome[], already = 0): readonly RunStep[] =>
  coming.map((step, i) => ({ ...step, id: `r${already + i + 1}`, state: 'waiting' }));

/** A run after one more fact. */
export function reduceRun(run: RunState | undefined, event: RunEvent): RunState {
  if (event.type === 'begun') return event.run;
  if (!run) throw new Error('a run begins with its beginning');
  switch (event.type) {
    case 'started':
      return withStep(run, event.stepId, {
        state: 'running',
        startedAtMs: event.atMs,
        plannedS: waitS(run, stepOf(run, event.stepId)),
      });
    case 'poured': {
      const { takenG, loadPctW, strengthPctW, still, stepId, atMs } = event;
      const filled = { ...run, takenG, loadPctW, strengthPctW, ...(still ? { still } : {}) };
      return followed(withStep(filled, stepId, { state: 'done', endedAtMs: atMs }), stepId, {}, atMs);
    }
    case 'finished': {
      const done = withStep(run, event.stepId, { state: 'done', endedAtMs: event.atMs, heatEnd: event.heatEnd });
      const { pass, went, another, addedG = 0 } = event;
      return followed(
        {
          ...done,
          ...(pass ? { passes: [...run.passes, pass], filterCaughtG: run.filterCaughtG + caughtBy(pass) } : {}),
          takenG: run.takenG + addedG,
          balance: plus(run.balance, went),
        },
        event.stepId,
        { another },
        event.atMs,
      );
    }
    case 'looked': {
      const done = withStep(run, event.stepId, { state: 'done', endedAtMs: event.atMs, seen: event.outcome });
      return followed(done, event.stepId, { seen: event.outcome }, event.atMs);
    }
    case 'filter-changed':
      return { ...run, filterCaughtG: 0, filtersChanged: run.filtersChanged + 1 };
    case 'weather':
      return {
        ...run,
        steps: run.steps.map((step) =>
          step.state === 'running'
            ? { ...step, plannedS: (event.spell.toMs - step.startedAtMs!) / 1000 + event.againS }
            : step,
        ),
        weather: [...run.weather, event.spell],
        takenG: run.takenG + (event.addedG ?? 0),
        rainG: run.rainG + event.rainG,
        balance: plus(run.balance, { evaporatedG: event.evaporatedG }),
      };
    case 'covered':
      return { ...run, covered: event.covered };
    case 'given-up':
      return { ...run, givenUp: event.because, endedAtMs: event.atMs };
  }
}

/** Most of what drops stays in the jar as sludge; this share comes along into the papers. Engineering guess. */
const INTO_PAPERS_SHARE = 0.15;
/** Resin that the papers of a pass caught, g. */
export const caughtBy = ({ beforeG, beforePctW, backG, afterPctW }: RunState['passes'][number]): number =>
  INTO_PAPERS_SHARE * Math.max(0, (beforeG * beforePctW - backG * afterPctW) / 100);

const stepOf = (run: RunState, stepId: string): RunStep => run.steps.find(({ id }) => id === stepId)!;
function withStep(run: RunState, stepId: string, change: Partial<RunStep>): RunState {
  return { ...run, steps: run.steps.map((step) => (step.id === stepId ? { ...step, ...change } : step)) };
}

/** What comes after a step stands behind it; where nothing does, the run is over. */
function followed(
  run: RunState,
  stepId: string,
  told: Parameters<ReturnType<typeof runKind>['after']>[1],
  atMs: number,
): RunState {
  const step = stepOf(run, stepId);
  const coming = runKind(run.kind).after(step, told);
  const longer = { ...run, steps: [...run.steps, ...stepsFrom(coming, run.steps.length)] };
  const next = runStepNow(longer);
  if (!next) return { ...longer, endedAtMs: atMs };
  return beginsByItself(next)
    ? withStep(longer, next.id, { state: 'running', startedAtMs: atMs, plannedS: waitS(longer, next) })
    : longer;
}

/** Whole milligrams: sums do not gather dust. */
const toMg = (grams: number): number => Math.round(grams * 1000) / 1000;
function plus(balance: RunBalance, went: Partial<RunBalance> = {}): RunBalance {
  return {
    reclaimedG: toMg(balance.reclaimedG + (went.reclaimedG ?? 0)),
    evaporatedG: toMg(balance.evaporatedG + (went.evaporatedG ?? 0)),
    sludgeG: toMg(balance.sludgeG + (went.sludgeG ?? 0)),
    unaccountedG: toMg(balance.unaccountedG + (went.unaccountedG ?? 0)),
  };
}
