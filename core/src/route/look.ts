import { lookColour, type PhotoColour } from '../colour/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { clockText } from '../units/index.ts';
import type { BenchNow } from './benchNow.ts';
import { gateBefore, heldBack, type Moment } from './decide.ts';
import { blankOf, numbered, type StepBlank } from './layRoute.ts';
import { dryS } from './planBatch.ts';
import { exposureS, lightS, stepById } from './reduce.ts';
import type { RouteStep } from './template.ts';
import type { BatchEvent, BatchState, LookOutcome, Step } from './types.ts';
import { bathNowFor, lastWash, rewashS } from './washing.ts';

export type Look = {
  readonly outcome: LookOutcome;
  readonly broken?: number;
  readonly note?: string;
  readonly colour?: PhotoColour;
  /** chosen over what the window says: tacky parts go back to the bath, or get light */
  readonly remedy?: 'wash' | 'light';
};

const ALLOWED: Readonly<Partial<Record<Step['kind'], readonly LookOutcome[]>>> = {
  'look-matte': ['matte', 'shine', 'tack'],
  'look-cured': ['good', 'tacky', 'tinted', 'broken'],
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
  const allowed = step && ALLOWED[step.kind];
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
  const { outcome, note } = look;
  const looked: BatchEvent = { ...now, type: 'looked', stepId, outcome, broken, note, colour: colour?.value };
  return ok([looked, ...consequences(batch, step, look, bench, now)]);
}

function consequences(
  batch: BatchState,
  step: Step,
  { outcome, remedy }: Look,
  bench: BenchNow,
  now: Moment,
): BatchEvent[] {
  const insert = (blanks: readonly StepBlank[], reason: string): BatchEvent => ({
    ...now,
    type: 'inserted',
    afterStepId: step.id,
    steps: numbered(blanks, batch.steps.length),
    reason,
  });
  const washAgain = (): readonly StepBlank[] => {
    const seconds = rewashS(batch, bench, now.atMs);
    const wash = lastWash(batch);
    const dry = batch.steps.findLast((other) => other.kind === 'dry');
    const drying = { soakedS: exposureS(batch, now.atMs) + seconds, liquid: wash && bathNowFor(wash, bench).solvent };
    return [
      { ...likeAgain(wash, { type: 'wash-machine', station: 'wash-2' }), plannedS: seconds },
      {
        ...likeAgain(dry, { type: 'rest' }),
        plannedS: dryS({ bench, part: batch.part }, { ...drying, air: dry?.air }),
      },
      blankOf({ type: 'look-matte' }),
    ];
  };
  const lightAgain = (plannedS: number, hint: string): readonly StepBlank[] => {
    const cure = batch.steps.findLast((other) => other.kind === 'cure');
    return [{ ...likeAgain(cure, { type: 'cure' }), plannedS, hint }, blankOf({ type: 'look-cured' })];
  };
  switch (outcome) {
    case 'matte':
    case 'good':
      return [];
    case 'shine':
    case 'tack':
      return [
        insert(washAgain(), `${outcome === 'shine' ? 'Shine' : 'Tack'} was seen: washed again in the clean bath.`),
      ];
    case 'tacky': {
      const litS = lightS(batch);
      const addS = batch.card.procedure ? 0 : Math.min(batch.addS, (batch.lastS ?? Number.POSITIVE_INFINITY) - litS);
      if (addS > 0 && remedy === 'wash') {
        const hint = `Tacky after ${clockText(litS)}, and the wash is the likelier cause: washed again, then ${clockText(addS)} more.`;
        return [insert([...washAgain(), ...lightAgain(addS, hint)], hint)];
      }
      if (addS > 0) {
        const hint = `Tacky after ${clockText(litS)}: ${clockText(addS)} more, then look again.`;
        return [insert(lightAgain(addS, hint), hint)];
      }
      return [
        insert(
          [...washAgain(), ...lightAgain(batch.addS, 'Washed again: one increment only.')],
          'Tacky at the end of its window: the wash is at fault, not the light.',
        ),
        {
          ...now,
          type: 'flagged',
          note: `Tacky after ${clockText(litS)} of light, the end of its window: it goes back to clean solvent.`,
        },
      ];
    }
    case 'tinted':
      return [
        {
          ...now,
          type: 'flagged',
          note: 'Tinted: over-cure cannot be undone. Keep it as a reference, start lower next time.',
        },
      ];
    case 'broken':
      return [{ ...now, type: 'flagged', note: 'Broken after cure. Count, glue with care, or make again.' }];
  }
}

/** The same work once more: an earlier step without what happened to it, or the palette's own. */
function likeAgain(step: Step | undefined, otherwise: RouteStep): StepBlank {
  if (!step) return blankOf(otherwise);
  const { kind, mode, station, title, hint, type, agitation, medium, tempC, air, say } = step;
  return { kind, mode, station, title, hint, type, agitation, medium, tempC, air, say };
}
