import type { LampView } from '@north-step/contract';
import { type BatchState, remainingS, type Step } from '@north-step/core/batch';
import { sunDoseJPerCm2, sunMinutes } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { clockOfDay, useNow } from '../../shell/useNow.ts';
import { useDo } from '../next/index.ts';

/** Less than this off, and the timer stays as it is. */
const WORTH_SETTING_S = 60;

/** A batch in the sun: what it has had by the sky, when it will have what its plan wanted, and its timer set to that. */
export function SunRun({
  batch,
  step,
  lamp,
}: {
  readonly batch: BatchState;
  readonly step: Step;
  readonly lamp: LampView;
}) {
  const acts = useDo();
  const nowMs = useNow(15_000);
  const wantedJ = step.knew?.plannedJPerCm2;
  if (!lamp.sky || typeof wantedJ !== 'number' || step.startedAtMs === undefined) return null;
  const hadJ = sunDoseJPerCm2(lamp.sky, step.startedAtMs, nowMs);
  const left = sunMinutes({ ...lamp.sky, atMs: nowMs }, Math.max(0, wantedJ - hadJ));
  const at = (minutes: number | undefined) =>
    minutes === undefined ? 'not today' : clockOfDay(nowMs + 60_000 * minutes);
  const endsMs = left.minutes === undefined ? undefined : nowMs + 60_000 * left.minutes;
  const addS = endsMs === undefined ? 0 : Math.round((endsMs - nowMs) / 1000 - Math.max(0, remainingS(step, nowMs)));
  return (
    <p className="mt-3 border-l-4 border-amber pl-3 text-sm">
      In the sun: {plainNumber(hadJ)} of {plainNumber(wantedJ)} J/cm² so far, by the sky as noted.{' '}
      {hadJ >= wantedJ ? (
        <b>It has had its light: take it in and look.</b>
      ) : (
        <>
          Done at <b>{at(left.minutes)}</b> ({at(left.range[0])} to {at(left.range[1])}).{' '}
          {Math.abs(addS) > WORTH_SETTING_S && endsMs !== undefined && (
            <button
              type="button"
              className="btn"
              onClick={() => void acts.send('step.extend', { batchId: batch.id, stepId: step.id }, { addS })}
            >
              Set its timer to {at(left.minutes)}
            </button>
          )}
        </>
      )}
    </p>
  );
}
