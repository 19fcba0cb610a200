import type { LampView } from '@north-step/contract';
import { sunLight, sunMinutes, UNSAID_SKY } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { clockOfDay, useNow } from '../../shell/useNow.ts';
import { Choice, NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

const DOSES_J_PER_CM2 = [2, 5, 10] as const;
const W = 400;
const H = 130;
const STEP_MIN = 15;

/** Where the sill is, its sky now, the light of the day, and how long some doses take from now on. */
export function SunPanel({ lamp }: { readonly lamp: LampView }) {
  const acts = useDo();
  const nowMs = useNow(60_000);
  const [sky, setSky] = useState<NonNullable<LampView['sky']>>(lamp.sky ?? UNSAID_SKY);
  const minute = Math.floor(nowMs / 60_000) * 60_000;
  const at = { ...sky, atMs: minute };
  const usable =
    Math.abs(sky.latDeg) <= 90 && Math.abs(sky.lonDeg) <= 180 && sky.cloudShare >= 0 && sky.cloudShare <= 1;
  return (
    <>
      <h2 className="text-lg font-bold">Sky and place</h2>
      <div className="grid grid-cols-3 gap-3">
        <NumberField
          label="north"
          unit="°"
          step={0.1}
          min={-90}
          max={90}
          value={sky.latDeg}
          onChange={(latDeg = 0) => setSky({ ...sky, latDeg })}
        />
        <NumberField
          label="east"
          unit="°"
          step={0.1}
          min={-180}
          max={180}
          value={sky.lonDeg}
          onChange={(lonDeg = 0) => setSky({ ...sky, lonDeg })}
        />
        <NumberField
          label="sky covered"
          unit="%"
          step={10}
          min={0}
          max={100}
          value={Math.round(100 * sky.cloudShare)}
          onChange={(pct = 0) => setSky({ ...sky, cloudShare: pct / 100 })}
        />
      </div>
      <div className="mt-2">
        <Choice
          label="Where the parts lie"
          value={sky.behindGlass ? 'glass' : 'open'}
          options={[
            { value: 'open', text: 'outdoors' },
            { value: 'glass', text: 'behind glass' },
          ]}
          onChange={(where) => setSky({ ...sky, behindGlass: where === 'glass' })}
        />
      </div>
      <button
        type="button"
        className="btn btn-sea mt-2"
        disabled={!usable}
        onClick={() => void acts.send('lamp.sky', { stationId: lamp.stationId }, { ...sky })}
      >
        Keep this sky
      </button>
      {usable ? (
        <>
          <Day at={at} />
          <table className="table-plain mt-3 w-full">
            <thead>
              <tr>
                <th scope="col">dose on a turned part</th>
                <th scope="col">from now</th>
                <th scope="col">range</th>
              </tr>
            </thead>
            <tbody>
              {DOSES_J_PER_CM2.map((dose) => {
                const { minutes, range } = sunMinutes(at, dose);
                const text = (value: number | undefined) =>
                  value === undefined ? 'not within a day' : `${plainNumber(value, 3)} min`;
                return (
                  <tr key={dose}>
                    <th scope="row">{dose} J/cm²</th>
                    <td className="font-mono">{text(minutes)}</td>
                    <td className="font-mono">
                      {text(range[0])} – {text(range[1])}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="mt-1 text-[13px] text-ink-2">
            Window glass lets about six tenths of this light through, some glass much less. Look often; the sky changes.
          </p>
        </>
      ) : (
        <p role="alert">Latitude −90 to 90, longitude −180 to 180, cloud 0 to 100 %.</p>
      )}
    </>
  );
}

function Day({
  at,
}: {
  readonly at: { readonly latDeg: number; readonly lonDeg: number; readonly cloudShare: number; readonly atMs: number };
}) {
  const start = new Date(at.atMs);
  start.setHours(0, 0, 0, 0);
  const day = Array.from({ length: (24 * 60) / STEP_MIN + 1 }, (_, i) => {
    const atMs = start.getTime() + i * STEP_MIN * 60_000;
    return { atMs, light: sunLight({ ...at, atMs }) };
  });
  const top = Math.max(0.2, ...day.map(({ light }) => light.range[1]));
  const x = (atMs: number) => (W * (atMs - start.getTime())) / 86_400_000;
  const y = (mW: number) => H - (H * mW) / (1.05 * top);
  const now = sunLight(at);
  const up = day.find(({ light }) => light.mWPerCm2 > 0)?.atMs;
  const down = day.findLast(({ light }) => light.mWPerCm2 > 0)?.atMs;
  const words = `Sun today: now ${plainNumber(now.mWPerCm2)} mW/cm² (${plainNumber(now.range[0])} to ${plainNumber(now.range[1])}), ${Math.round(now.elevationDeg)}° high${up && down ? `; light from ${clockOfDay(up)} to ${clockOfDay(down)}` : ''}`;
  const upper = day.map(({ atMs, light }) => `${x(atMs)},${y(light.range[1])}`);
  const lower = day.map(({ atMs, light }) => `${x(atMs)},${y(light.range[0])}`);
  return (
    <figure className="m-0 mt-3">
      <svg role="img" aria-label={words} viewBox={`0 0 ${W} ${H}`} className="frame w-full bg-panel">
        <polygon points={[...upper, ...lower.reverse()].join(' ')} fill="var(--amber)" opacity={0.25} />
        <polyline
          points={day.map(({ atMs, light }) => `${x(atMs)},${y(light.mWPerCm2)}`).join(' ')}
          fill="none"
          stroke="var(--amber)"
          strokeWidth={2.5}
        />
        <line x1={x(at.atMs)} x2={x(at.atMs)} y1={0} y2={H} stroke="var(--brick)" strokeWidth={2} />
      </svg>
      <figcaption className="text-sm">{words}.</figcaption>
    </figure>
  );
}
