import type { AirReply, BenchReply } from '@north-step/contract';
import { type AirSetting, FLAMMABLE_FROM_PPM, flashPointC, UNSAFE_LFL_PCT, vapourInRoom } from '@north-step/core/air';
import { idleLoss, isAlcohol } from '@north-step/core/solvent';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useBenchQuery } from '../../store/api.ts';
import { Failed, HeadRow, Loading, NumberField } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { AirChart } from './AirChart.tsx';
import { AirForm } from './AirForm.tsx';
import { Checks } from './Checks.tsx';
import { dayOfAir, meanPpm, minutesWithoutFan, sensorPpm } from './dayOfAir.ts';
import { useAirQuery } from './endpoints.ts';

/** Vapour and fire load of the room: what is in the air, what a spill would do, what is stored, what is to be checked. */
export function AirPage() {
  const { data, isError, refetch } = useAirQuery();
  const { data: bench } = useBenchQuery();
  if (isError && !data) return <Failed what="the air" onRetry={() => void refetch()} />;
  if (!data || !bench) return <Loading what="the air" />;
  return <Air data={data} bench={bench} />;
}

function Air({ data, bench }: { readonly data: AirReply; readonly bench: BenchReply }) {
  const { air } = data;
  const tempC = bench.bench.roomC;
  const hours = dayOfAir(data, tempC);
  const gPerH = sourcesNow(bench).reduce((sum, source) => sum + source.gPerH, 0);
  const pctLel = bench.bench.vapourPctLel;
  const ppmNow = pctLel === undefined ? (hours.at(-1)?.ppm ?? 0) : sensorPpm(pctLel);
  const mean = meanPpm(hours);
  const fanOff = minutesWithoutFan(air, { gPerH, ppmNow, limitPpm: air.shortPpm, tempC });
  return (
    <>
      <SlimBand say={saysOf({ ppmNow, mean, air })} more={fanWords(fanOff, air)} />
      <div className="grid grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1">
        <div className="min-w-0 border-r border-line px-[18px] py-3">
          <AirChart hours={hours} sensor={data.sensor} air={air} />
          <Sources bench={bench} />
          <Spill air={air} tempC={tempC} />
          <Stored air={air} bench={bench} />
          <p className="mt-4 text-sm text-ink-2">
            A model of one well-mixed room: near an open bath and close to the floor there is more. Limits are those you
            entered; local codes and the data sheet decide. See{' '}
            <Link className="underline" to="/safety">
              Safety
            </Link>
            .
          </p>
        </div>
        <div>
          <Checks checks={data.checks} nowMs={bench.nowMs} />
          <AirForm air={air} />
        </div>
      </div>
    </>
  );
}

function saysOf({
  ppmNow,
  mean,
  air,
}: {
  readonly ppmNow: number;
  readonly mean: number;
  readonly air: AirSetting;
}): string {
  const share = (100 * ppmNow) / FLAMMABLE_FROM_PPM;
  const now = `${plainNumber(ppmNow, 3)} ppm now, ${plainNumber(share)} % of what can burn`;
  if (share >= UNSAFE_LFL_PCT) return `Could burn: ${now}. Everything off, everybody out.`;
  if (ppmNow > air.shortPpm) return `Over the short limit: ${now}. Lids on, air on.`;
  if (mean > air.meanPpm) return `Over the day’s limit: ${plainNumber(mean, 3)} ppm over eight hours. Lids on, air on.`;
  return `The air is within its limits: ${now}.`;
}
const fanWords = (minutes: number | undefined, air: AirSetting): string =>
  minutes === undefined
    ? `If the fan stopped now, ${air.shortPpm} ppm would not be reached.`
    : minutes < 1
      ? 'The fan makes no difference any more: put lids on and leave.'
      : `If the fan stopped now, ${air.shortPpm} ppm would be reached in ${minutes >= 90 ? `${plainNumber(minutes / 60)} h` : `${Math.round(minutes)} min`}.`;

type Source = { readonly name: string; readonly note: string; readonly gPerH: number };
/** What gives vapour off now: vessels by their lid. */
function sourcesNow({ vessels, bench }: BenchReply): readonly Source[] {
  return vessels
    .filter((one) => isAlcohol(one.solvent) && one.volumeMl >= 1 && one.kind !== 'pan')
    .map((one) => ({
      name: one.name,
      note: `lid ${one.lid}`,
      gPerH: idleLoss(
        {
          held: { solventG: one.solventG, waterG: one.waterG },
          surfaceM2: one.surfaceM2,
          solvent: one.solvent,
          lid: one.lid,
        },
        { tempC: bench.roomC, humidityPct: bench.humidityPct },
        1,
      ).alcoholG,
    }))
    .sort((a, b) => b.gPerH - a.gPerH);
}

function Sources({ bench }: { readonly bench: BenchReply }) {
  const shown = sourcesNow(bench).slice(0, 6);
  return (
    <>
      <h2 className="mt-4 text-lg font-bold">What gives it off now</h2>
      <table className="table-plain mt-1 w-full max-w-xl">
        <HeadRow names={['vessel', 'lid', 'g an hour', 'flash point']} />
        <tbody>
          {shown.map(({ name, note, gPerH }) => {
            const strength = bench.vessels.find((one) => one.name === name)?.strengthPctW;
            return (
              <tr key={name}>
                <td>{name}</td>
                <td>{note}</td>
                <td className="font-mono">{plainNumber(gPerH)}</td>
                <td className="font-mono">{strength ? `${plainNumber(flashPointC(strength), 3)} °C` : '–'}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="text-[13px] text-ink-2">
        Dilution barely helps: half water, half alcohol is still lit at {plainNumber(flashPointC(50), 3)} °C.
      </p>
    </>
  );
}

/** What a spill would do, were all of it in the air at once. */
function Spill({ air, tempC }: { readonly air: AirSetting; readonly tempC: number }) {
  const [spillMl, setSpill] = useState<number | undefined>(500);
  const { spillBoundPpm = 0, verdict } = vapourInRoom({ ...air, tempC }, { sourcesGPerH: 0, hours: 0, spillMl });
  const share = (100 * spillBoundPpm) / FLAMMABLE_FROM_PPM;
  return (
    <section aria-label="If some is spilled" className="mt-4">
      <h2 className="text-lg font-bold">If some is spilled</h2>
      <div className="flex flex-wrap items-end gap-4">
        <NumberField
          label="Spilled"
          unit="mL"
          className="w-32"
          min={1}
          max={100_000}
          step={100}
          value={spillMl}
          onChange={setSpill}
        />
        <p className={`pb-2 ${verdict === 'could burn' ? 'font-bold text-brick' : ''}`} role="status">
          at most {plainNumber(spillBoundPpm, 3)} ppm, {plainNumber(share)} % of what can burn: {verdict}.
        </p>
      </div>
      <p className="text-[13px] text-ink-2">
        Were all of it in the air of the whole room. Above the puddle it can burn long before that: no switches, air on,
        wipes into a closed metal bin.
      </p>
    </section>
  );
}

/** What burns and is kept here, against what may be. */
function Stored({ air, bench }: { readonly air: AirSetting; readonly bench: BenchReply }) {
  const litres = bench.vessels
    .filter(({ solvent }) => isAlcohol(solvent))
    .reduce((sum, { volumeMl }) => sum + volumeMl / 1000, 0);
  const limit = air.storedLimitL;
  const over = limit !== undefined && litres > limit;
  return (
    <section aria-label="Kept here" className="mt-4">
      <h2 className="text-lg font-bold">Kept here</h2>
      <p className={over ? 'font-bold text-brick' : ''}>
        <span className="font-mono">{plainNumber(litres, 3)} L</span> that burn, by the book
        {limit === undefined
          ? ': nobody has said how much may be. Enter what your local code allows.'
          : over
            ? `: over the ${limit} L that may be.`
            : ` of ${limit} L that may be.`}
      </p>
    </section>
  );
}
