import type { BatchState } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { type CureWindow, cureWindowRange, type Doses, type WindowRange, windowOf } from '../cure/index.ts';
import { aimLight, aimOf, type LightAim } from './aim.ts';
import { cureDoubt, cureSetting, lampOf } from './cureSetting.ts';
import type { BatchRequest } from './request.ts';
import { requestOf } from './requestOf.ts';
import { routeOf } from './routeOf.ts';

/** What the light of a plan is known from. */
export type LightFrom = 'procedure' | 'light map' | 'even light';

/** The one plan of light of a batch: every screen shows this one. */
export type CureForecast = {
  readonly window: CureWindow;
  /** how far both edges may be off */
  readonly range?: WindowRange | undefined;
  /** first run, increments and the most in all; nothing when no plan fits */
  readonly doses?: Doses | undefined;
  /** what the first run is to reach */
  readonly aim: LightAim;
  /** chance that the first look passes */
  readonly passes?: number | undefined;
  readonly from: LightFrom;
};

/** Window and doses as the batch, its light and its lamp are known now. */
export function forecastCure(request: BatchRequest): CureForecast {
  const setting = cureSetting(request);
  const poses = request.light?.poses;
  const window = windowOf(setting, poses);
  const { procedure } = request.card;
  const lamp = lampOf(request);
  const range = cureWindowRange(setting, cureDoubt(request), poses);
  const aim = aimOf(request.card, routeOf(request).dose);
  const timer = { stepS: lamp.timerStepS, cutOutS: lamp.cutOutS };
  const light = aimLight({
    card: request.card,
    aim,
    setting,
    window,
    range,
    timer,
    costs: request.bench.lightCosts,
    usualMWPerCm2: request.light?.medianMWPerCm2 ?? lamp.mWPerCm2,
  });
  return {
    window,
    range,
    doses: light?.doses,
    passes: light?.passes,
    aim,
    from: procedure ? 'procedure' : request.light ? 'light map' : 'even light',
  };
}

/** The plan of light of a batch on the bench. */
export const curePlanOf = (batch: BatchState, bench: BenchNow): CureForecast => forecastCure(requestOf(batch, bench));
