import type { BatchEvent, BatchState, Step } from '../batch/index.ts';
import { exposureS, quarantineOf, stepById, stoodS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { dryS, filmOf, requestOf, round, startFilmUm, TRIMMED_FILM_UM, wettingBefore } from '../plan/index.ts';
import { ok, type Refusal, refuse } from '../result/index.ts';
import { isDrying, isLookAfter, isWash, isWet, kindShape } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import { byBench, type Decided, type OfStep } from './deed.ts';
import { already, gateBefore, heldBack, unknownStep } from './gate.ts';
import type { Moment } from './moment.ts';
import { runFrom } from './startWash.ts';

/** Two presses closer than this are one press. */
export const DOUBLE_PRESS_MS = 1500;

/** May this step finish now? Washes and drying add their ledger effects in the caller. */
export function decideFinish(batch: BatchState, stepId: string, bench: BenchNow, now: Moment): Decided {
  const step = stepById(batch, stepId);
  if (!step) return refuse(unknownStep(batch, stepId));
  if (step.state === 'done') return refuse(already(batch, step, 'finished'));
  const gate = gateBefore(batch, step) ?? (step.state === 'waiting' ? heldBack(batch) : undefined);
  if (gate) return refuse(gate);
  if (step.mode === 'look')
    return refuse({ code: 'LOOK_NEEDS_ANSWER', message: `Say what you see on ${batch.name}.`, remedy: step.hint });
  if (step.mode !== 'moment' && step.state === 'waiting') {
    return refuse({
      code: 'NOT_STARTED',
      message: `${step.title} of ${batch.name} has not been started.`,
      remedy: 'Start it first.',
    });
  }
  if (step.startedAtMs !== undefined && now.atMs - step.startedAtMs < DOUBLE_PRESS_MS) {
    return refuse({
      code: 'DOUBLE_PRESS',
      message: 'Pressed twice: it was started a moment ago and goes on.',
      remedy: 'Press again to finish it.',
    });
  }
  const first = kindShape(step.kind).secondPerson && lookedBy(batch);
  if (first === now.by) return refuse(samePerson(batch, now.by));
  if (kindShape(step.kind).asksSizes && !batch.sizes?.some(({ atMs }) => atMs >= step.startedAtMs!))
    return refuse(notMeasured(batch));
  if (step.kind === 'drip') {
    const dripS = (now.atMs - step.startedAtMs!) / 1000;
    const film = filmOf(requestOf(batch, bench, dripS));
    return ok([
      {
        ...now,
        type: 'finished',
        stepId,
        filmUm: startFilmUm(batch.part, film.meanFilmUm, false),
        knew: { filmUm: round(film.meanFilmUm, 1), gramsLeft: round(film.grams, 2) },
      },
    ]);
  }
  if (step.kind === 'mop') {
    const filmUm = Math.min(batch.filmUm, startFilmUm(batch.part, batch.filmUm, true));
    return ok([{ ...now, type: 'finished', stepId, filmUm, knew: { filmUm: round(filmUm, 1) } }]);
  }
  if (isWet(step)) return ok([{ ...now, type: 'finished', stepId }, ...afterWash(batch, step, bench, now)]);
  // what trimming sets free is washed off by a wash that is still to come
  if (step.kind === 'trim' && batch.steps.some((other) => isWash(other) && other.state === 'waiting'))
    return ok([
      { ...now, type: 'finished', stepId, recessUm: Math.max(batch.recessUm ?? batch.filmUm, TRIMMED_FILM_UM) },
    ]);
  return ok([{ ...now, type: 'finished', stepId }]);
}

/** Who did the last look, or the last step that was done. */
const lookedBy = ({ steps }: BatchState): string | undefined => {
  const done = steps.filter(({ state }) => state === 'done');
  return (done.findLast(isLookAfter) ?? done.at(-1))?.by;
};
const samePerson = ({ name }: BatchState, by: string): Refusal => ({
  code: 'SAME_PERSON',
  message: `${by} looked at ${name}: somebody else accepts it.`,
  remedy: 'Choose the second person at the top right, then press again.',
});

const notMeasured = ({ name }: BatchState): Refusal => ({
  code: 'NOT_MEASURED',
  message: `No size of ${name} was typed in yet.`,
  remedy: 'Type what the caliper shows (M), or leave the step out (F).',
});

/** After the last wash the rest is planned from the time it really soaked; an overrun raises a flag. */
function afterWash(batch: BatchState, step: Step, bench: BenchNow, now: Moment): BatchEvent[] {
  const events: BatchEvent[] = [];
  const soakedS = exposureS(batch, now.atMs);
  const dry = batch.steps.find((other) => isDrying(other) && other.state === 'waiting');
  const last = !runFrom(batch, step).some((other) => other !== step && isWet(other));
  if (dry && last && !dry.fixed && !batch.card.procedure) {
    const wetting = wettingBefore(batch.steps, dry, bench);
    const times = {
      [dry.id]: dryS(
        { bench, part: batch.part, card: batch.card },
        { soakedS, ...wetting, air: dry.air, type: dry.type },
      ),
    };
    events.push({ ...now, type: 'planned', times });
  }
  if (isWash(step) && soakedS > batch.card.exposureCapS) {
    events.push({
      ...now,
      type: 'flagged',
      note: `In solvent ${clockText(soakedS)}, over its ${clockText(batch.card.exposureCapS)}: expect swelling, check for soft or cracked walls before going on.`,
    });
    const quarantine = batch.held === undefined ? quarantineOf(batch, now.atMs) : undefined;
    if (quarantine) events.push({ ...now, type: 'held', reason: quarantine });
  }
  return events;
}

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
): Decided {
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

export const FINISH_DEEDS = {
  'step.finish': byBench<OfStep & { readonly liftedAtMs?: number | undefined }>(
    (batch, { stepId, liftedAtMs }, bench, now) =>
      liftedAtMs === undefined
        ? decideFinish(batch, stepId, bench, now)
        : decideLifted(batch, stepId, liftedAtMs, bench, now),
  ),
};
