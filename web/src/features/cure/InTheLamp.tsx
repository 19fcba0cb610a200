import type { BatchState, Step } from '@north-step/core/batch';
import { currentStep, remainingS, wantedS } from '@north-step/core/batch';
import { doseMJPerCm2 } from '@north-step/core/light';
import { isCure } from '@north-step/core/route';
import { clockText, plainNumber } from '@north-step/core/units';
import { useDevice } from '../../devices/useDevice.ts';
import { useNow } from '../../shell/useNow.ts';
import { useDo } from '../next/index.ts';
import { useLightTraceQuery } from './endpoints.ts';

/** The lamp itself, when it speaks: start it with the plan's time, watch its light, and the trace so far. */
export function InTheLamp({ batch, stationId }: { readonly batch: BatchState; readonly stationId: string }) {
  const { device, sample, press, refusal } = useDevice('lamp', { stationId });
  const acts = useDo();
  const nowMs = useNow(1000);
  const step = currentStep(batch);
  const curing = step !== undefined && isCure(step) && step.station === stationId ? step : undefined;
  const running = curing?.state === 'running';
  const { data } = useLightTraceQuery(batch.id, { pollingInterval: running ? 5000 : 0 });
  const seen = data?.samples ?? [];
  if (!device && seen.length === 0) return null;
  // while it runs, what is left of it with all that was put on
  const leftS = (to: Step) => Math.max(0, Math.round(to.state === 'running' ? remainingS(to, nowMs) : wantedS(to)));
  const send = async (to: Step) => {
    const answer =
      to.state === 'waiting' ? await acts.send('step.start', { batchId: batch.id, stepId: to.id }, {}) : { ok: true };
    if (answer?.ok) await press('start', { amount: leftS(to) });
  };
  return (
    <div className="mt-3">
      <h2 className="text-lg font-bold">In the lamp</h2>
      {device && (
        <div className="flex flex-wrap items-center gap-3">
          <span className="font-mono text-xl font-bold">{plainNumber(sample?.mWPerCm2 ?? 0)} mW/cm²</span>
          <span className="text-ink-2">
            {sample?.doorOpen
              ? 'door open'
              : (sample?.leftS ?? 0) > 0
                ? `${clockText(sample!.leftS!)} left on its timer`
                : 'off'}
            {sample?.tempC !== undefined && ` · ${plainNumber(sample.tempC, 3)} °C`}
          </span>
          {curing && (
            <button type="button" className="btn btn-sea" onClick={() => void send(curing)}>
              Send {clockText(leftS(curing))} to {device.name}
            </button>
          )}
          {(sample?.leftS ?? 0) > 0 && (
            <button type="button" className="btn" onClick={() => void press('stop')}>
              Stop it
            </button>
          )}
          {device.simulated && (
            <button
              type="button"
              className="btn"
              onClick={() => void press(sample?.doorOpen ? 'close door' : 'open door')}
            >
              {sample?.doorOpen ? 'Close its door' : 'Open its door'}
            </button>
          )}
        </div>
      )}
      {refusal && <p role="alert">{refusal}</p>}
      {seen.length > 1 && <Trace samples={seen} />}
    </div>
  );
}

const W = 560;
const H = 70;
/** Light over time as the lamp's own sensor saw it. */
export function Trace({
  samples,
}: {
  readonly samples: readonly { readonly atMs: number; readonly mWPerCm2: number }[];
}) {
  const start = samples[0]!.atMs;
  const spanMs = Math.max(1, samples.at(-1)!.atMs - start);
  const top = Math.max(...samples.map(({ mWPerCm2 }) => mWPerCm2), 0.1);
  const points = samples
    .map(({ atMs, mWPerCm2 }) => `${(W * (atMs - start)) / spanMs},${H - (H * mWPerCm2) / (1.1 * top)}`)
    .join(' ');
  const words = `Light seen: ${plainNumber(doseMJPerCm2(samples) / 1000)} J/cm² in ${clockText(spanMs / 1000)}, at most ${plainNumber(top)} mW/cm²`;
  return (
    <figure className="m-0 mt-2">
      <svg role="img" aria-label={words} width="100%" viewBox={`0 0 ${W} ${H + 2}`} className="frame bg-panel">
        <polyline points={points} fill="none" stroke="var(--amber)" strokeWidth={2.5} />
      </svg>
      <figcaption className="text-[13px] text-ink-2">{words}; kept in the record.</figcaption>
    </figure>
  );
}
