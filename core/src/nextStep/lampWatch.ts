import { addedS, type BatchState, lightS, lightSoFarS, remainingS, type Step } from '../batch/index.ts';
import { isCure } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import type { BenchView } from './types.ts';
import { FRESH_S, fixOf, SETTLING_S, type Watched, WORTH_S } from './watched.ts';

/** Below this share of its usual light a lamp is dark. */
const DARK_SHARE = 0.1;
/** Less light than this share missing is not worth a correction. */
const WORTH_SHARE = 0.03;
/** A lamp that nobody hears is asked for so long after time was put on. */
const ASKED_S = 30;

/** The light that a run is to give, s, as it was planned when it began: time put on since makes up for what is missing. */
function wantedLightS(step: Step): number | undefined {
  const { lightMWPerCm2, plannedJPerCm2 } = step.knew ?? {};
  if (typeof lightMWPerCm2 !== 'number' || typeof plannedJPerCm2 !== 'number') return undefined;
  return (1000 * plannedJPerCm2) / lightMWPerCm2;
}

/**
 * Time was put on after the timer had ended: the lamp is to be started again.
 * @returns nothing once its sensor sees light, or half a minute later where it has none
 */
export function lampAgain(batch: BatchState, step: Step, station: string, view: BenchView): Watched | undefined {
  const last = step.added?.at(-1);
  const leftS = remainingS(step, view.nowMs);
  if (!isCure(step) || !last || last.idleS === 0 || leftS <= 0) return undefined;
  const seen = view.light?.[batch.id];
  const heard = seen?.stepId === step.id && seen.lastAtMs > last.atMs;
  if (heard ? seen.lastShare >= DARK_SHARE : view.nowMs - last.atMs > ASKED_S * 1000) return undefined;
  return {
    tier: 'turn',
    say: `Start the ${station.toLowerCase()} again: ${clockText(Math.max(leftS, 0))} more for ${batch.name}`,
    reason: `Its timer had ended; ${clockText(addedS(step))} was put on. What counts is the light it gives from now.`,
  };
}

/**
 * Whether a batch gets the light that its plan counts on, by the lamp's own sensor: dark in mid-run, or short at its end.
 * @returns nothing while all is well, or when no sensor was heard
 */
export function lampWatch(batch: BatchState, step: Step, station: string, view: BenchView): Watched | undefined {
  const seen = view.light?.[batch.id];
  const wantedS = wantedLightS(step);
  if (!isCure(step) || seen?.stepId !== step.id || wantedS === undefined) return undefined;
  const ageS = Math.max(0, (view.nowMs - seen.lastAtMs) / 1000);
  const leftS = remainingS(step, view.nowMs);
  const soFarS = lightSoFarS(batch, view.nowMs, seen);
  const litS = soFarS - lightS(batch);
  const ranS = (view.nowMs - step.startedAtMs!) / 1000;
  const dark = ageS < FRESH_S && seen.lastShare < DARK_SHARE && ranS > SETTLING_S && leftS > 0;
  const shortS = wantedS - litS - Math.max(0, leftS);
  const roomS = batch.lastS === undefined ? Number.POSITIVE_INFINITY : batch.lastS - soFarS - Math.max(0, leftS);
  const addS = Math.floor(Math.min(shortS, roomS));
  const fix = fixOf(addS, Math.max(WORTH_S, WORTH_SHARE * wantedS));
  const had = `${batch.name} has had ${clockText(litS)} of its ${clockText(wantedS)} of light`;
  if (dark)
    return {
      tier: 'turn',
      say: `Look at the ${station.toLowerCase()}: it gives no light`,
      reason: `${had}. Close its door or start it again${fix.fix ? `; what is missing so far, ${clockText(addS)}, can be added` : ''}. Never bridge a door switch.`,
      ...fix,
    };
  if (leftS > 0 || !fix.fix) return undefined;
  return {
    tier: 'ended',
    say: `${batch.name} needs ${clockText(addS)} more in the ${station.toLowerCase()}`,
    reason: `${had}: the lamp ran weak or stopped. Add what is missing, then look.`,
    ...fix,
  };
}
