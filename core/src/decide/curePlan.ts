import type { BatchEvent, BatchState, LightClosed, Step } from '../batch/index.ts';
import { type CureChoice, validateBatchLight } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { byHandWords, type CureWindow, cureAlternatives, type Doses, whyClosed } from '../cure/index.ts';
import type { BatchRequest } from '../plan/index.ts';
import {
  blankOf,
  type CureForecast,
  cureSetting,
  forecastCure,
  isDaylight,
  lampAt,
  numbered,
  requestOf,
  shareS,
  titleOf,
} from '../plan/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { isCure, isLookAfter, stepType } from '../route/index.ts';
import { plainNumber } from '../units/index.ts';
import { heldBack } from './gate.ts';
import type { Moment } from './moment.ts';

/** The batch as it would be cured by a choice. */
export const requestWith = (batch: BatchState, choice: CureChoice, bench: BenchNow): BatchRequest => ({
  ...requestOf(batch, bench),
  light: choice.light,
  cureIn: { medium: choice.medium, tempC: choice.tempC },
});

/** Window and doses of a batch by a choice. */
export const forecastWith = (batch: BatchState, choice: CureChoice, bench: BenchNow): CureForecast =>
  forecastCure(requestWith(batch, choice, bench));

/**
 * Takes a plan of light on: lamp, medium and heat of the cures before the next look, their times, and the turn between them.
 * @param anyway why it is lit though its window is closed: up to where the hottest face goes over, in short steps
 * @returns refused once light has begun, for a validated procedure, without a cure ahead, or when the window is closed
 */
export function decideCurePlan(
  batch: BatchState,
  choice: CureChoice,
  bench: BenchNow,
  now: Moment,
  anyway?: string,
): Result<BatchEvent[], Refusal> {
  const refusal = heldBack(batch) ?? notNow(batch) ?? notThat(choice, bench);
  if (refusal) return refuse(refusal);
  const { window, doses } = forecastWith(batch, choice, bench);
  if (doses) return ok(lightEvents(batch, choice, { doses, window }, bench, now));
  if (anyway !== undefined && window.maxS !== undefined) {
    const { timerStepS } = lampAt(bench, choice.light.station)!;
    const flag: BatchEvent = { ...now, type: 'flagged', note: `Lit though its window is closed: ${anyway}` };
    const short = { doses: shortDoses(window.maxS, timerStepS), window };
    return ok([...lightEvents(batch, choice, short, bench, now), flag]);
  }
  const { why, opens } = closedOf(batch, choice, bench);
  return refuse({ code: 'WINDOW_CLOSED', message: why, remedy: opens });
}

/**
 * A light map was made in the background: its plan takes the place of the one on even light. Where no plan fits, the batch is
 * stopped before the light, with what opens it.
 * @returns no events where somebody has planned its light already, or light has begun
 */
export function decideMapped(batch: BatchState, choice: CureChoice, bench: BenchNow, now: Moment): BatchEvent[] {
  if (batch.light || notNow(batch) || notThat(choice, bench)) return [];
  const { doses, window } = forecastWith(batch, choice, bench);
  const { addS, lastS } = doses ?? batch;
  const { handleS } = window;
  // a time that the route fixes stays fixed: the map only says what light there is
  const fixed = batch.route?.dose === 'card' || curesAhead(batch).some((step) => step.fixed);
  if (fixed) return [{ ...now, type: 'lit', choice, set: {}, addS, lastS: finite(lastS), handleS }];
  if (doses) return lightEvents(batch, choice, { doses, window }, bench, now);
  return [{ ...now, type: 'lit', choice, set: {}, addS, lastS, closed: closedOf(batch, choice, bench) }];
}

function closedOf(batch: BatchState, choice: CureChoice, bench: BenchNow): LightClosed {
  const { window } = forecastWith(batch, choice, bench);
  const setting = cureSetting(requestWith(batch, choice, bench));
  return (
    whyClosed(setting, window, cureAlternatives(setting, { poses: choice.light.poses })) ?? {
      why: 'One step of the lamp’s timer is already longer than the window.',
      opens: 'Take a lamp with a finer timer, or lower its power.',
    }
  );
}

/** Where no window is open: short runs up to where the hottest face goes over, each looked at. */
function shortDoses(maxS: number, timerStepS: number): Doses {
  const whole = (seconds: number) => Math.max(timerStepS, Math.floor(seconds / timerStepS) * timerStepS);
  return { firstS: whole(maxS / 2), addS: whole(maxS / 4), lastS: Math.max(timerStepS, Math.floor(maxS)) };
}

/** The facts that set a batch's cures to a plan, with the turn between two poses. */
function lightEvents(
  batch: BatchState,
  choice: CureChoice,
  { doses, window }: { readonly doses: Doses; readonly window: CureWindow },
  bench: BenchNow,
  now: Moment,
): BatchEvent[] {
  const ahead = curesAhead(batch);
  const poses = choice.light.poses.length;
  const runs = Math.max(poses, ahead.length);
  const { timerStepS } = lampAt(bench, choice.light.station)!;
  const plannedS = shareS(doses.firstS, runs, { timerStepS, lastS: doses.lastS });
  const as = {
    title: `${titleOf({ type: 'cure', medium: choice.medium })}${choice.light.inside ? ', rod inside' : ''}`,
    station: choice.light.station,
    medium: choice.medium,
    daylight: isDaylight(bench, choice.light.station),
    hint: byHandWords(plannedS, timerStepS) ?? stepType('cure').hint,
    ...(choice.tempC === undefined ? {} : { tempC: choice.tempC }),
    plannedS,
  };
  const lit: BatchEvent = {
    ...now,
    type: 'lit',
    choice,
    set: Object.fromEntries(ahead.map((step) => [step.id, as])),
    addS: doses.addS,
    lastS: finite(doses.lastS),
    handleS: window.handleS,
  };
  if (poses < 2 || ahead.length > 1) return [lit];
  const again = blankOf({ type: 'cure', station: as.station, medium: as.medium, tempC: choice.tempC }, plannedS, bench);
  const turn = blankOf({ type: 'turn-over', station: as.station });
  const reason = 'The light map shows an underside in the dark: turned over between two runs.';
  return [
    lit,
    {
      ...now,
      type: 'inserted',
      afterStepId: ahead[0]!.id,
      steps: numbered([turn, { ...again, hint: 'Other side up.' }], batch.steps),
      reason,
    },
  ];
}

const finite = (seconds: number | undefined): number | undefined =>
  seconds !== undefined && Number.isFinite(seconds) ? seconds : undefined;

/** Waiting cures before the next look at a cured part. */
function curesAhead(batch: BatchState): readonly Step[] {
  const from = batch.steps.findIndex((step) => isCure(step) && step.state === 'waiting');
  if (from < 0) return [];
  const look = batch.steps.findIndex((step, i) => i > from && isLookAfter(step));
  return batch.steps.slice(from, look < 0 ? undefined : look).filter((step) => isCure(step));
}

function notNow(batch: BatchState): Refusal | undefined {
  if (batch.card.procedure)
    return {
      code: 'PROCEDURE_ONLY',
      message: `${batch.card.name} is cured by ${batch.card.procedure.reference}: its exact times are kept.`,
    };
  if (batch.steps.some((step) => isCure(step) && step.state !== 'waiting'))
    return {
      code: 'LIGHT_BEGUN',
      message: `${batch.name} has had light already; its plan is kept.`,
      remedy: 'Look, then add.',
    };
  if (curesAhead(batch).length === 0)
    return { code: 'NO_CURE_AHEAD', message: `The route of ${batch.name} has no cure ahead.` };
  return undefined;
}

function notThat({ light, tempC }: CureChoice, bench: BenchNow): Refusal | undefined {
  const breach = validateBatchLight(light)[0];
  if (breach) return { code: 'BAD_VALUE', message: breach.message, field: `light.${breach.path}` };
  const lamp = lampAt(bench, light.station);
  if (!lamp)
    return { code: 'UNKNOWN_LAMP', message: `There is no lamp at “${light.station}”.`, field: 'light.station' };
  if (tempC !== undefined && tempC > (lamp.heaterToC ?? 0))
    return {
      code: 'NO_HEATER',
      message: `${lamp.name} cannot hold ${plainNumber(tempC, 3)} °C.`,
      remedy: lamp.heaterToC ? `At most ${lamp.heaterToC} °C.` : 'Bake in the oven after the light.',
      field: 'tempC',
    };
  return undefined;
}
