import type { BatchEvent, BatchState } from '../batch/index.ts';
import { stepById } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { lookColour, type PhotoColour } from '../colour/index.ts';
import type { LookOutcome } from '../look/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { kindShape } from '../route/index.ts';
import { afterLook } from './afterLook.ts';
import { byBench, type OfStep } from './deed.ts';
import { gateBefore, heldBack } from './gate.ts';
import type { Moment } from './moment.ts';

export type Look = {
  readonly outcome: LookOutcome;
  readonly broken?: number | undefined;
  readonly note?: string | undefined;
  readonly colour?: PhotoColour | undefined;
  /** of a stored photo */
  readonly photoSha256?: string | undefined;
  /** chosen over what the window says: tacky parts go back to the bath, or get light */
  readonly remedy?: 'wash' | 'light' | undefined;
};

/** Records what was seen, and puts in what it calls for: another clean wash, or another increment of light. */
export function decideLook(
  batch: BatchState,
  stepId: string,
  look: Look,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  const allowed = step && kindShape(step.kind).look?.outcomes;
  if (!step || !allowed) return refuse({ code: 'NOT_A_LOOK', message: 'That step is not a look.', field: 'stepId' });
  if (step.state === 'done') {
    return refuse({
      code: 'ALREADY_FINISHED',
      message: `${step.title} of ${batch.name} was already answered: ${step.outcome}. Nothing was changed.`,
    });
  }
  const gate = gateBefore(batch, step) ?? heldBack(batch);
  if (gate) return refuse(gate);
  if (!allowed.includes(look.outcome)) {
    return refuse({
      code: 'WRONG_OUTCOME',
      message: `“${look.outcome}” does not answer this look.`,
      remedy: `Say ${allowed.join(', ')}.`,
      field: 'outcome',
    });
  }
  const broken = look.broken ?? (look.outcome === 'broken' ? 1 : 0);
  if (!(broken >= 0 && broken <= batch.count)) {
    return refuse({
      code: 'BROKEN_COUNT',
      message: `${broken} broken of ${batch.count} pieces cannot be.`,
      field: 'broken',
    });
  }
  const colour = look.colour && lookColour(batch.colourBefore, look.colour);
  if (colour && !colour.ok) return colour;
  const { outcome, note, photoSha256 } = look;
  const looked: BatchEvent = {
    ...now,
    type: 'looked',
    stepId,
    outcome,
    broken,
    note,
    photoSha256,
    colour: colour?.value,
  };
  return ok([looked, ...afterLook(batch, step, look, bench, now)]);
}

export const LOOK_DEEDS = {
  'step.look': byBench<OfStep & Look>((batch, { stepId, ...look }, bench, now) =>
    decideLook(batch, stepId, look, bench, now),
  ),
};
