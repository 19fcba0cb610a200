import type { BatchState, LightClosed, Step } from '../batch/index.ts';
import { stepById } from '../batch/index.ts';
import { type BenchNow, VAPOUR_ALARM_PCT_LEL } from '../bench/index.ts';
import { lampAt, lampOf, requestOf, round } from '../plan/index.ts';
import { ok, type Refusal, refuse } from '../result/index.ts';
import { isCure, isHot, isWash } from '../route/index.ts';
import { plainNumber } from '../units/index.ts';
import { byPlaces, type Decided, type Occupancy, type OfStep } from './deed.ts';
import { already, gateBefore, heldBack, unknownStep } from './gate.ts';
import type { Moment } from './moment.ts';
import { startWash } from './startWash.ts';

/** May this step start now? The wash is planned again with the baths as they are. */
export function decideStart(batch: BatchState, stepId: string, bench: BenchNow, busy: Occupancy, now: Moment): Decided {
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

export const START_DEEDS = {
  'step.start': byPlaces<OfStep>((batch, { stepId }, bench, busy, now) => decideStart(batch, stepId, bench, busy, now)),
};
