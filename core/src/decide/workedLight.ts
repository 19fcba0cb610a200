import { type BatchLight, type BatchState, type CureChoice, wantedS } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import {
  type CureAlternative,
  type CureSetting,
  cureAlternatives,
  cureEnd,
  turnedSetting,
  type WindowRange,
  whyClosed,
} from '../cure/index.ts';
import { type CureForecast, cureSetting, lampAt, type PoseLights, shareS } from '../plan/index.ts';
import { isCure } from '../route/index.ts';
import { forecastWith, requestWith } from './curePlan.ts';

/** What the next run of light of a batch is planned for, or runs for, s. Nothing once all its light was given. */
export function nextCureS({ steps }: BatchState): number | undefined {
  const step = steps.find((one) => isCure(one) && one.state !== 'done');
  return step?.plannedS === undefined ? undefined : wantedS(step);
}

/** All that a plan of light comes to. */
export type WorkedLight = {
  readonly setting: CureSetting;
  readonly forecast: CureForecast;
  /** of one run of the plan; nothing when no plan fits */
  readonly eachS?: number | undefined;
  readonly range?: WindowRange | undefined;
  readonly closed?: ReturnType<typeof whyClosed>;
  readonly alternatives: readonly CureAlternative[];
  readonly stiffnessPct?: number | undefined;
  /** of the plain pose alone, when the plan turns the parts over */
  readonly unturnedHandleS?: number | undefined;
};

/** What a batch would be lit for by a choice, what closes its window, and what else could be done. */
export function workOutLight(batch: BatchState, bench: BenchNow, choice: CureChoice, lights: PoseLights): WorkedLight {
  const forecast = forecastWith(batch, choice, bench);
  const setting = cureSetting(requestWith(batch, choice, bench));
  const { poses } = choice.light;
  const { handleS } = forecast.window;
  const isTurned = poses.length > 1;
  const alternatives = cureAlternatives(setting, { poses, turned: lights.turned?.poses });
  const plain = isTurned && lights.plain ? { ...choice, light: lights.plain } : undefined;
  return {
    setting,
    forecast,
    eachS: eachOf(forecast, choice.light, bench),
    range: forecast.range,
    closed: whyClosed(setting, forecast.window, alternatives),
    alternatives,
    stiffnessPct:
      handleS === undefined ? undefined : cureEnd(turnedSetting(setting, poses, handleS), handleS).stiffnessPct,
    unturnedHandleS: plain && forecastWith(batch, plain, bench).window.handleS,
  };
}

/** One run of the plan: the first light shared between the poses. */
function eachOf({ doses }: CureForecast, { station, poses }: BatchLight, bench: BenchNow): number | undefined {
  const timerStepS = lampAt(bench, station)?.timerStepS;
  return doses && timerStepS && shareS(doses.firstS, poses.length, { timerStepS, lastS: doses.lastS });
}
