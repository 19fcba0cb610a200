import { type CureWindow, cureDoses, type Doses, whyClosed, windowOf } from '../cure/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { plainNumber } from '../units/index.ts';
import { type CureChoice, validateBatchLight } from './batchLight.ts';
import type { BatchRequest, BenchNow, LampNow } from './benchNow.ts';
import { cureSetting } from './cureSetting.ts';
import { heldBack, type Moment } from './decide.ts';
import { blankOf, numbered, shareS, titleOf } from './layRoute.ts';
import { requestOf } from './requestOf.ts';
import { type BatchEvent, type BatchState, STATIONS, type Step } from './types.ts';

/** The lamp at a station, by its last meter reading. */
export const lampAt = (bench: BenchNow, station: string): LampNow | undefined =>
  bench.lamps?.[station] ?? (station === STATIONS.lamp ? bench.lamp : undefined);

/** The batch as it would be cured by a choice. */
export const requestWith = (batch: BatchState, choice: CureChoice, bench: BenchNow): BatchRequest => ({
  ...requestOf(batch, bench),
  light: choice.light,
  cureIn: { medium: choice.medium, tempC: choice.tempC },
});

export type CureForecast = { readonly window: CureWindow; readonly doses?: Doses };

/** Window and doses of a batch by a choice. */
export function forecastCure(batch: BatchState, choice: CureChoice, bench: BenchNow): CureForecast {
  const window = windowOf(cureSetting(requestWith(batch, choice, bench)), choice.light.poses);
  const lamp = lampAt(bench, choice.light.station) ?? bench.lamp;
  return { window, doses: cureDoses(window, { stepS: lamp.timerStepS, cutOutS: lamp.cutOutS }) };
}

/**
 * Takes a plan of light on: lamp, medium and heat of the cures before the next look, their times, and the turn between them.
 * @returns refused once light has begun, for a validated procedure, without a cure ahead, or when the window is closed
 */
export function decideCurePlan(
  batch: BatchState,
  choice: CureChoice,
  bench: BenchNow,
  now: Moment,
): Result<BatchEvent[], Refusal> {
  const ahead = curesAhead(batch);
  const refusal = heldBack(batch) ?? notNow(batch, ahead) ?? notThat(choice, bench);
  if (refusal) return refuse(refusal);
  const { window, doses } = forecastCure(batch, choice, bench);
  if (!doses) {
    const closed = whyClosed(cureSetting(requestWith(batch, choice, bench)), window);
    return refuse({
      code: 'WINDOW_CLOSED',
      message: closed?.why ?? 'One step of the lamp’s timer is already longer than the window.',
      remedy: closed?.opens ?? 'Take a lamp with a finer timer, or lower its power.',
    });
  }
  const poses = choice.light.poses.length;
  const runs = Math.max(poses, ahead.length);
  const { timerStepS } = lampAt(bench, choice.light.station)!;
  const plannedS = shareS(doses.firstS, runs, { timerStepS, lastS: doses.lastS });
  const as = {
    title: `${titleOf({ type: 'cure', station: choice.light.station, medium: choice.medium })}${choice.light.inside ? ', rod inside' : ''}`,
    station: choice.light.station,
    medium: choice.medium,
    ...(choice.tempC === undefined ? {} : { tempC: choice.tempC }),
    plannedS,
  };
  const lit: BatchEvent = {
    ...now,
    type: 'lit',
    choice,
    set: Object.fromEntries(ahead.map((step) => [step.id, as])),
    addS: doses.addS,
    lastS: Number.isFinite(doses.lastS) ? doses.lastS : undefined,
  };
  if (poses < 2 || ahead.length > 1) return ok([lit]);
  const again = blankOf({ type: 'cure', station: as.station, medium: as.medium, tempC: choice.tempC }, plannedS);
  const turn = blankOf({ type: 'turn-over', station: as.station });
  const reason = 'The light map shows an underside in the dark: turned over between two runs.';
  return ok([
    lit,
    {
      ...now,
      type: 'inserted',
      afterStepId: ahead[0]!.id,
      steps: numbered([turn, { ...again, hint: 'Other side up.' }], batch.steps),
      reason,
    },
  ]);
}

/** Waiting cures before the next look at a cured part. */
function curesAhead(batch: BatchState): readonly Step[] {
  const from = batch.steps.findIndex((step) => step.kind === 'cure' && step.state === 'waiting');
  if (from < 0) return [];
  const look = batch.steps.findIndex((step, i) => i > from && step.kind === 'look-cured');
  return batch.steps.slice(from, look < 0 ? undefined : look).filter((step) => step.kind === 'cure');
}

function notNow(batch: BatchState, ahead: readonly Step[]): Refusal | undefined {
  if (batch.card.procedure)
    return {
      code: 'PROCEDURE_ONLY',
      message: `${batch.card.name} is cured by ${batch.card.procedure.reference}: its exact times are kept.`,
    };
  if (batch.steps.some((step) => step.kind === 'cure' && step.state !== 'waiting'))
    return {
      code: 'LIGHT_BEGUN',
      message: `${batch.name} has had light already; its plan is kept.`,
      remedy: 'Look, then add.',
    };
  if (ahead.length === 0) return { code: 'NO_CURE_AHEAD', message: `The route of ${batch.name} has no cure ahead.` };
  return undefined;
}

function notThat({ light, tempC }: CureChoice, bench: BenchNow): Refusal | undefined {
  const breach = validateBatchLight(light)[0];
  if (breach) return { code: 'BAD_VALUE', message: breach, field: 'light' };
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
