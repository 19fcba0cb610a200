import type { BatchState } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { type CureWindow, cureDoses, cureWindowRange, type Doses, type WindowRange, windowOf } from '../cure/index.ts';
import { cureDoubt, cureSetting, lampOf } from './cureSetting.ts';
import type { BatchRequest } from './request.ts';
import { requestOf } from './requestOf.ts';

/** What the light of a plan is known from. */
export type LightFrom = 'procedure' | 'light map' | 'even light';

/** The one plan of light of a batch: every screen shows this one. */
export type CureForecast = {
  readonly window: CureWindow;
  /** how far both edges may be off */
  readonly range?: WindowRange;
  /** first run, increments and the most in all; nothing when no plan fits */
  readonly doses?: Doses;
  readonly from: LightFrom;
};

/** Window and doses as the batch, its light and its lamp are known now. */
export function forecastCure(request: BatchRequest): CureForecast {
  const setting = cureSetting(request);
  const poses = request.light?.poses;
  const window = windowOf(setting, poses);
  const { procedure } = request.card;
  const { timerStepS, cutOutS } = lampOf(request);
  return {
    window,
    range: cureWindowRange(setting, cureDoubt(request), poses),
    doses: procedure
      ? { firstS: procedure.cureS, addS: procedure.cureS, lastS: procedure.cureS }
      : cureDoses(window, { stepS: timerStepS, cutOutS }),
    from: procedure ? 'procedure' : request.light ? 'light map' : 'even light',
  };
}

/** The plan of light of a batch on the bench. */
export const curePlanOf = (batch: BatchState, bench: BenchNow): CureForecast => forecastCure(requestOf(batch, bench));
