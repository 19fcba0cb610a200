import { ok, type Refusal, type Result, refuse } from '../../result/index.ts';
import { clockText, lowerFirst } from '../../units/index.ts';
import { runNext } from './next.ts';
import { runStepNow } from './reduce.ts';
import { JAR_LOOKS, PAN_LOOKS, type RunLook, type RunStep } from './steps.ts';
import type { RunState } from './types.ts';

/** Looks that answer the look of a run. */
export const looksFor = ({ kind }: Pick<RunState, 'kind'>): readonly RunLook[] =>
  kind === 'harden-filter' ? JAR_LOOKS : PAN_LOOKS;

/** The step that is asked for, if it is its turn. */
export function runStepInTurn(run: RunState, stepId: string, nowMs: number): Result<RunStep, Refusal> {
  const step = runStepNow(run);
  if (!step || run.endedAtMs !== undefined)
    return refuse({ code: 'RUN_OVER', message: `${run.name} is over.`, remedy: 'Begin another.' });
  if (step.id === stepId) return ok(step);
  if (!run.steps.some(({ id }) => id === stepId))
    return refuse({ code: 'UNKNOWN_STEP', message: `${run.name} has no such step.` });
  const say = runNext(run, nowMs)?.say ?? '';
  return refuse({
    code: 'NOT_NEXT',
    message: `It is not the turn of that step of ${run.name}.`,
    remedy: `First ${lowerFirst(say)}.`,
  });
}

/** Whether a step may be begun by hand. */
export function decideRunStart(run: RunState, stepId: string, nowMs: number): Result<RunStep, Refusal> {
  const turn = runStepInTurn(run, stepId, nowMs);
  if (!turn.ok) return turn;
  if (turn.value.state === 'running') return refuse({ code: 'ALREADY_STARTED', message: 'That runs already.' });
  return turn;
}

/** Whether a step may be ended: heat only once it was on, a still only once it is cold. */
export function decideRunFinish(run: RunState, stepId: string, nowMs: number): Result<RunStep, Refusal> {
  const turn = runStepInTurn(run, stepId, nowMs);
  if (!turn.ok) return turn;
  const { kind, state, startedAtMs, plannedS = 0 } = turn.value;
  if (kind === 'look')
    return refuse({
      code: 'LOOK_NEEDS_ANSWER',
      message: 'A look ends with what was seen.',
      remedy: `Say whether it is ${looksFor(run).join(', ')}.`,
    });
  if (kind === 'heat' && state !== 'running')
    return refuse({ code: 'NOT_STARTED', message: 'The heat is not on.', remedy: 'Begin it first.' });
  const leftS = state === 'running' ? (startedAtMs! + 1000 * plannedS - nowMs) / 1000 : 0;
  if (kind === 'cool' && leftS > 0)
    return refuse({
      code: 'STILL_HOT',
      message: `${run.inside.name} has ${clockText(leftS)} to cool: opened hot it breathes vapour that burns.`,
      remedy: 'Wait, with the condenser running.',
    });
  return turn;
}

/** Whether a look may be answered so. */
export function decideRunLook(
  run: RunState,
  stepId: string,
  outcome: RunLook,
  nowMs: number,
): Result<RunStep, Refusal> {
  const turn = runStepInTurn(run, stepId, nowMs);
  if (!turn.ok) return turn;
  if (turn.value.kind !== 'look') return refuse({ code: 'NOT_A_LOOK', message: 'That step is no look.' });
  if (!looksFor(run).includes(outcome))
    return refuse({
      code: 'WRONG_OUTCOME',
      field: 'outcome',
      message: `“${outcome}” does not answer this look.`,
      remedy: `Say ${looksFor(run).join(', ')}.`,
    });
  return turn;
}

/** Whether a run may be given up: nothing hot is poured back. */
export function decideRunGiveUp(run: RunState, nowMs: number): Result<true, Refusal> {
  const next = runNext(run, nowMs);
  if (!next) return refuse({ code: 'RUN_OVER', message: `${run.name} is over.`, remedy: 'Begin another.' });
  const { kind, state } = next.step;
  const hot = (kind === 'heat' && state === 'running') || (kind === 'cool' && (next.dueInS ?? 0) > 0);
  if (!hot) return ok(true);
  return refuse({
    code: 'STILL_HOT',
    message: `${run.inside.name} is hot: it is not opened now.`,
    remedy: kind === 'heat' ? 'Heat off, and let it cool.' : 'Let it cool.',
  });
}
