import type { BatchEvent, BatchState, Mishap, Step } from '../batch/index.ts';
import { currentStep, exposureS, lightS, ranS, remainingS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { stepHere } from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isCure, isDrying, isLookBefore, isWash, isWet, kindShape, needsPower } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { incrementS, insertAfter, lightAgain, restAgain, washAgain } from './again.ts';
import { byBench, type OfStep } from './deed.ts';
import type { Moment } from './moment.ts';

export type Happened = Pick<Mishap, 'what' | 'offS' | 'note'>;

/**
 * Something that no plan holds came between: it stays with the step, and what it calls for is put in.
 * power lost: what the machine did not do is added · knocked over in the lamp: the other side gets light · fell: looked at
 * again · got wet: washed again, and lit again if it had been.
 */
export function decideMishap(
  batch: BatchState,
  happened: Happened,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = currentStep(batch);
  if (!step) return refuse({ code: 'ALL_DONE', message: `Every step of ${batch.name} is done.` });
  const { what, note } = happened;
  // only a machine without power stands still
  const told: BatchEvent = { ...now, type: 'happened', stepId: step.id, what, note };
  switch (what) {
    case 'power lost':
      return powerLost(batch, step, happened, now);
    case 'knocked over':
      return ok([
        told,
        flag('Knocked over: count the pieces, look for cracks.', now),
        ...otherSide(batch, step, bench, now),
      ]);
    case 'fell':
      return ok([
        told,
        flag('It fell: count the pieces, look for cracks, blow dust off.', now),
        ...lookAgain(batch, step, bench, now),
      ]);
    case 'got wet':
      return ok([told, ...washOff(batch, step, bench, now)]);
  }
}

const flag = (note: string, now: Moment): BatchEvent => ({ ...now, type: 'flagged', note });

function powerLost(batch: BatchState, step: Step, happened: Happened, now: Moment): Result<BatchEvent[], Refusal> {
  if (step.state !== 'running' || !needsPower(step))
    return refuse({
      code: 'NO_MACHINE',
      message: `${step.title} of ${batch.name} ran on no power. Nothing was changed.`,
    });
  const offS = Math.round(happened.offS ?? 0);
  if (!(offS >= 1 && offS <= ranS(step, now.atMs)))
    return refuse({
      code: 'OFF_TIME',
      field: 'offS',
      message: `${step.title} of ${batch.name} has run for ${clockText(ranS(step, now.atMs))}; it cannot have stood still for ${clockText(Math.max(0, offS))}.`,
      remedy: 'Say for how long it stood still since it was started.',
    });
  const told: BatchEvent = { ...now, type: 'happened', stepId: step.id, what: 'power lost', offS, note: happened.note };
  const addS = Math.floor(Math.min(offS, roomS(batch, step, now.atMs)));
  return ok(addS >= 1 ? [told, { ...now, type: 'extended', stepId: step.id, addS }] : [told]);
}

/** How much longer than planned a step may run: what lies in solvent has its limit. */
function roomS(batch: BatchState, step: Step, nowMs: number): number {
  if (!isWash(step)) return Number.POSITIVE_INFINITY;
  const leftS = Math.max(0, remainingS(step, nowMs));
  return Math.max(0, batch.card.exposureCapS - exposureS(batch, nowMs) - leftS);
}

/** In the lamp it lay on a side that no plan knows: after this run it is turned over and gets an increment, if there is room. */
function otherSide(batch: BatchState, step: Step, bench: BenchNow, now: Moment): BatchEvent[] {
  if (!isCure(step) || step.state !== 'running') return [];
  const litS = lightS(batch) + Math.max(step.plannedS ?? 0, ranS(step, now.atMs));
  const addS = Math.floor(incrementS(batch, litS));
  if (addS < 1) return [];
  const hint = `It was knocked over in the lamp: the side that lay down gets ${clockText(addS)}.`;
  const [cure] = lightAgain(batch, bench, addS, hint);
  return [insertAfter(batch, step.id, [stepHere(batch, bench, { type: 'turn-over' }), cure!], hint, now)];
}

/** Dust and cracks are looked for before it goes on: where it was already seen dry, once more. */
function lookAgain(batch: BatchState, step: Step, bench: BenchNow, now: Moment): BatchEvent[] {
  const last = batch.steps.findLast(({ state }) => state === 'done');
  const seenDry = batch.steps.some((one) => isLookBefore(one) && one.state === 'done');
  if (!last || !seenDry || step.mode === 'look' || step.state === 'running') return [];
  const type = batch.steps.some((one) => isCure(one) && one.state === 'done') ? 'look-cured' : 'look-matte';
  return [
    insertAfter(batch, last.id, [stepHere(batch, bench, { type })], 'It fell: looked at again before it goes on.', now),
  ];
}

/** Resin or solvent came onto parts that were dry: the clean bath again, and an increment of light where it had light. */
function washOff(batch: BatchState, step: Step, bench: BenchNow, now: Moment): BatchEvent[] {
  const dried = batch.steps.some((one) => isDrying(one) && one.state === 'done');
  if (!dried) return [];
  const last = step.state === 'running' ? step : batch.steps.findLast(({ state }) => state === 'done')!;
  const lit = batch.steps.some((one) => isCure(one) && one.state !== 'waiting');
  const addS = Math.floor(incrementS(batch));
  const again = washAgain(batch, bench, now.atMs);
  const light =
    lit && addS >= 1 ? lightAgain(batch, bench, addS, 'Only what came onto it needs light: one increment.') : [];
  return [
    insertAfter(
      batch,
      last.id,
      [...again, ...light],
      'Resin or solvent came onto it: washed again, dried, looked at.',
      now,
    ),
    flag('Resin or solvent came onto dry parts: washed again before it goes on.', now),
  ];
}

/** A step that what follows does not rely on is not done, for a reason that stays with the batch: a bath it may not go into any more, supports that fell off. */
export function decideLeaveOut(
  batch: BatchState,
  stepId: string,
  because: string,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = currentStep(batch);
  if (step?.id !== stepId || step.state !== 'waiting')
    return refuse({
      code: 'NOT_NEXT',
      field: 'stepId',
      message: `Only the next step of ${batch.name} can be left out, before it is begun.`,
      remedy: step ? `Next is: ${step.title}.` : 'Every step is done.',
    });
  if (batch.card.procedure)
    return refuse({
      code: 'PROCEDURE_ONLY',
      message: `${batch.card.name} is worked by ${batch.card.procedure.reference}: no step of it is left out.`,
      remedy: 'Hold the batch and ask the lead.',
    });
  if (!kindShape(step.kind).mayBeLeftOut)
    return refuse({
      code: 'NOT_LEFT_OUT',
      message: `${step.title} of ${batch.name} cannot be left out: what follows relies on it.`,
      remedy: step.mode === 'look' ? 'Look, and say what you see.' : 'Do it, or hold the batch.',
    });
  const washed = batch.steps.some((one) => isWash(one) && one.state === 'done');
  if (isWash(step) && !washed && !batch.steps.some((one) => isWash(one) && one.id !== stepId))
    return refuse({
      code: 'NOT_LEFT_OUT',
      message: `${batch.name} has not been washed at all.`,
      remedy: 'Wash it, or mop it and hold it.',
    });
  return ok([...restAfter(batch, step, bench, now), { ...now, type: 'left-out', stepId, because }]);
}

/** When the last bath of a run is left out, the rest is planned from the time that the parts have soaked in the others. */
function restAfter(batch: BatchState, step: Step, bench: BenchNow, now: Moment): BatchEvent[] {
  const next = batch.steps[batch.steps.indexOf(step) + 1];
  if (!isWet(step) || !next || !isDrying(next) || next.fixed) return [];
  const [rest] = restAgain(batch, bench, now.atMs);
  return [{ ...now, type: 'planned', times: { [next.id]: rest!.plannedS! } }];
}

export const MISHAP_DEEDS = {
  'batch.mishap': byBench(decideMishap),
  'step.leave-out': byBench<OfStep & { readonly because: string }>((batch, { stepId, because }, bench, now) =>
    decideLeaveOut(batch, stepId, because, bench, now),
  ),
};
