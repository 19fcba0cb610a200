import { type BatchState, lightS, remainingS, type Step } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import type { BenchView } from './types.ts';
import { FRESH_S, fixOf, SETTLING_S, type Watched, WORTH_S } from './watched.ts';

/** Below this share of its usual light a lamp is dark. */
const DARK_SHARE = 0.1;
/** Less light than this share missing is not worth a correction. */
const WORTH_SHARE = 0.03;

/**
 * Whether a batch gets the light that its plan counts on, by the lamp's own sensor: dark in mid-run, or short at its end.
 * @returns nothing while all is well, or when no sensor was heard
 */
export function lampWatch(batch: BatchState, step: Step, station: string, view: BenchView): Watched | undefined {
  const seen = view.light?.[batch.id];
  const { lightMWPerCm2, plannedJPerCm2 } = step.knew ?? {};
  if (step.kind !== 'cure' || seen?.stepId !== step.id) return undefined;
  if (typeof lightMWPerCm2 !== 'number' || typeof plannedJPerCm2 !== 'number') return undefined;
  const wantedS = (1000 * plannedJPerCm2) / lightMWPerCm2;
  const ageS = Math.max(0, (view.nowMs - seen.lastAtMs) / 1000);
  const leftS = remainingS(step, view.nowMs);
  const litS = seen.litS + ageS * seen.lastShare;
  const ranS = (view.nowMs - step.startedAtMs!) / 1000;
  const dark = ageS < FRESH_S && seen.lastShare < DARK_SHARE && ranS > SETTLING_S && leftS > 0;
  const shortS = wantedS - litS - Math.max(0, leftS);
  const roomS =
    batch.lastS === undefined ? Number.POSITIVE_INFINITY : batch.lastS - lightS(batch) - litS - Math.max(0, leftS);
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
