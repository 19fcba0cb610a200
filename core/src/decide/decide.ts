import type { BatchEvent, BatchState, LightClosed, Step } from '../batch/index.ts';
import { exposureS, quarantineOf, remainingS, stepById, wantedS } from '../batch/index.ts';
import { type BenchNow, VAPOUR_ALARM_PCT_LEL } from '../bench/index.ts';
import {
  dryS,
  filmOf,
  lampAt,
  lampOf,
  requestOf,
  round,
  startFilmUm,
  TRIMMED_FILM_UM,
  wettingBefore,
} from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isCure, isDrying, isHot, isLookAfter, isWash, isWet, kindShape } from '../route/index.ts';
import { clockText, plainNumber } from '../units/index.ts';
import { already, gateBefore, heldBack, unknownStep } from './gate.ts';
import type { Moment } from './moment.ts';
import { runFrom, startWash } from './startWash.ts';

export type { Moment } from './moment.ts';

/** Who is at each station now, by batch name, the asking batch left out. */
export type Occupancy = Readonly<Record<string, { readonly capacity: number; readonly batches: readonly string[] }>>;

/** Two presses closer than this are one press. */
export const DOUBLE_PRESS_MS = 1500;

/** May this step start now? The wash is planned again with the baths as they are. */
export function decideStart(
  batch: BatchState,
  stepId: string,
  bench: BenchNow,
  busy: Occupancy,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  if (!step) return refuse(unknownStep(batch, stepId));
  if (step.state !== 'waiting') return refuse(already(batch, step, 'started'));
  const gate = gateBefore(batch, step) ?? heldBack(batch);
  if (gate) return refuse(gate);
  if (step.mode === 'look' || step.mode === 'moment') return ok([]);
  const place = busy[step.station];
  if (place && place.batches.length >= place.capacity) {
    return refuse({
      code: 'STATION_BUSY',
      message: `${place.batches.join(' and ')} ${place.batches.length > 1 ? 'are' : 'is'} still there.`,
      remedy: 'Lift it out first.',
    });
  }
  const vapour = vapourRefusal(step, bench);
  if (vapour) return refuse(vapour);
  if (isWash(step)) return startWash(batch, step, bench, now);
  if (isCure(step) && batch.lightClosed) return refuse(closedRefusal(batch, batch.lightClosed));
  if (isCure(step)) {
    const lamp = lampAt(bench, step.station) ?? lampOf(requestOf(batch, bench));
    const medium = step.medium ?? batch.card.cureMedium;
    return ok([
      {
        ...now,
        type: 'started',
        stepId,
        knew: {
          lightMWPerCm2: lamp.mWPerCm2,
          plannedJPerCm2: round((lamp.mWPerCm2 * (step.plannedS ?? 0)) / 1000, 3),
          roomC: step.tempC ?? bench.roomC,
          medium,
        },
      },
    ]);
  }
  return ok([{ ...now, type: 'started', stepId, knew: { roomC: bench.roomC } }]);
}

/** By its light map no plan of light fits: nothing is lit blindly. */
export const closedRefusal = ({ name }: BatchState, { why, opens }: LightClosed): Refusal => ({
  code: 'WINDOW_CLOSED',
  message: `${name} has no window in this light: ${why}`,
  remedy: `${opens} Plan it on Cure (C).`,
});

/** Heat is not begun while solvent vapour stands in the room. */
function vapourRefusal(step: Step, { vapourPctLel = 0 }: BenchNow): Refusal | undefined {
  if (!isHot(step) || vapourPctLel < VAPOUR_ALARM_PCT_LEL) return undefined;
  return {
    code: 'VAPOUR',
    message: `Vapour stands at ${plainNumber(vapourPctLel)} % of what can burn: heat near it is a fire risk.`,
    remedy: 'Lids on, air on, no switches near it; go on once it is gone. Local codes decide.',
  };
}

/** May this step finish now? Washes and drying add their ledger effects in the caller. */
export function decideFinish(
  batch: BatchState,
  stepId: string,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
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

export function decideExtend(
  batch: BatchState,
  stepId: string,
  addS: number,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const step = stepById(batch, stepId);
  if (!step) return refuse(unknownStep(batch, stepId));
  if (step.state !== 'running' || step.mode !== 'timed') {
    return refuse({
      code: 'NOT_RUNNING',
      message: `${step.title} of ${batch.name} is not running; its time was left as it is.`,
    });
  }
  const leftS = remainingS(step, now.atMs);
  // time put on after the timer has ended runs from the press
  const idleS = addS > 0 ? Math.max(0, -leftS) : 0;
  if (isWash(step)) {
    const untilEndS = exposureS(batch, now.atMs) + leftS + idleS;
    if (addS > 0 && untilEndS + addS > batch.card.exposureCapS) {
      return refuse({
        code: 'EXPOSURE_CAP',
        message: `${plainNumber(addS, 3)} s more would pass the ${clockText(batch.card.exposureCapS)} that ${batch.card.name} may stay in solvent.`,
        remedy: 'Lift it out in time; wash again in cleaner solvent if it shines.',
      });
    }
  }
  if (wantedS(step) + addS < 10)
    return refuse({
      code: 'TOO_SHORT',
      message: 'A step of less than 10 s cannot be timed.',
      remedy: 'Finish it instead.',
    });
  return ok([{ ...now, type: 'extended', stepId, addS, ...(idleS > 0 ? { idleS } : {}) }]);
}
