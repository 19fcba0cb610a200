import type { BatchEvent, BatchState } from '../batch/index.ts';
import { stepById, stoodS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isWash } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { decideFinish, type Moment } from './decide.ts';

/**
 * The parts were lifted some time ago and nobody pressed: the step ended then, and how late it was noticed stays with it.
 * @returns refused for a time before it began or in the future
 */
export function decideLifted(
  batch: BatchState,
  stepId: string,
  liftedAtMs: number,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  if (step?.state === 'running' && !(liftedAtMs > step.startedAtMs! && liftedAtMs <= now.atMs))
    return refuse({
      code: 'LIFTED_WHEN',
      field: 'liftedAtMs',
      message: `${batch.name} went in ${clockText((now.atMs - step.startedAtMs!) / 1000)} ago; it cannot have been lifted before that, nor later than now.`,
      remedy: 'Give a time between, or say it was lifted just now.',
    });
  // what is told of its machine happened before it was lifted
  if (step?.state === 'running' && liftedAtMs - step.startedAtMs! < stoodS(step) * 1000)
    return refuse({
      code: 'LIFTED_WHEN',
      field: 'liftedAtMs',
      message: `${step.title} of ${batch.name} stood still for ${clockText(stoodS(step))}; it cannot have been lifted sooner than that after it went in.`,
      remedy: 'Give a later time, or take back that it stood still.',
    });
  const done = decideFinish(batch, stepId, bench, { ...now, atMs: liftedAtMs });
  if (!done.ok) return done;
  const noticedLateS = Math.round((now.atMs - liftedAtMs) / 1000);
  return ok(
    done.value.map((event) =>
      event.type === 'finished' ? { ...event, knew: { ...event.knew, noticedLateS } } : event,
    ),
  );
}

/** The parts are past their limit and stay in all the same: why, and by whom, stays with the step. The clock goes on. */
export function decideStay(
  batch: BatchState,
  stepId: string,
  because: string,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  if (!step || !isWash(step) || step.state !== 'running')
    return refuse({
      code: 'NOT_IN_SOLVENT',
      message: `${batch.name} is not in a bath now. Nothing was changed.`,
      field: 'stepId',
    });
  if (batch.card.procedure)
    return refuse({
      code: 'PROCEDURE_ONLY',
      message: `${batch.card.name} is washed by ${batch.card.procedure.reference}: it may not stay in longer.`,
      remedy: 'Lift it out.',
    });
  return ok([{ ...now, type: 'stayed', stepId, because }]);
}
