import type { LampView } from '@north-step/contract';
import { plainNumber } from '@north-step/core/units';
import { useParams } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { DriftChart } from './DriftChart.tsx';
import { useLampsQuery } from './endpoints.ts';
import { LampForm } from './LampForm.tsx';
import { MeterPanel } from './MeterPanel.tsx';
import { SunPanel } from './SunPanel.tsx';

/** One light source: what it is made of, what a meter said of it, how it fades. */
export function LampPage() {
  const { stationId = '' } = useParams();
  const { data, isError, refetch } = useLampsQuery();
  const lamp = data?.lamps.find((one) => one.stationId === stationId);
  if (isError && !data) return <Failed what="the lamp" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the lamp" />;
  if (!lamp) return <SlimBand say="There is no lamp at that station." more="Open one from the Cure page." />;
  return (
    <>
      <SlimBand say={conclusion(lamp)} more={advice(lamp)} />
      <div className="grid grid-cols-[minmax(0,1fr)_440px] max-lg:grid-cols-1">
        <LampForm key={lamp.version} lamp={lamp} />
        <section aria-label="Light" className="px-[18px] py-3">
          {lamp.lamp.kind === 'sun' ? (
            <SunPanel lamp={lamp} />
          ) : lamp.lamp.groups.length > 0 ? (
            <>
              <MeterPanel lamp={lamp} />
              <DriftChart lamp={lamp} />
            </>
          ) : (
            <p className="text-ink-2">An oven gives no light. Only dry parts go in; never near solvent vapour.</p>
          )}
          <h2 className="mt-4 text-lg font-bold">What was done</h2>
          <ul className="text-sm">
            {lamp.events.slice(0, 8).map(({ kind, atMs, by, scale, hours }) => (
              <li key={atMs + kind} className="border-b border-line py-1">
                <b>{kind}</b> {dayAndClock(atMs)}, {by}
                {scale !== undefined &&
                  `: ${plainNumber(100 * scale, 3)} % of its description at ${plainNumber(hours, 3)} h`}
              </li>
            ))}
            {lamp.events.length === 0 && <li className="text-ink-2">Nothing since it was set up.</li>}
          </ul>
        </section>
      </div>
    </>
  );
}

function conclusion({ name, now, lamp }: LampView): string {
  if (lamp.kind === 'oven') return `${name}: heat without light, to ${lamp.heaterToC ?? 25} °C.`;
  return `${name} gives ${plainNumber(now.mWPerCm2)} mW/cm², ±${Math.round(100 * (now.doubtShare ?? 0))} %.`;
}
function advice({ lamp, events }: LampView): string | undefined {
  if (lamp.kind === 'sun' || lamp.kind === 'oven') return undefined;
  const metered = events.find(({ kind }) => kind === 'metered');
  if (!lamp.metered)
    return 'Never metered as it is described now: every range is wide. Put the meter at its three places.';
  const since = lamp.hours - lamp.metered.hours;
  return since > 100
    ? `${plainNumber(since, 3)} h since it was metered: meter it again.`
    : metered && `Metered ${dayAndClock(metered.atMs)}.`;
}
