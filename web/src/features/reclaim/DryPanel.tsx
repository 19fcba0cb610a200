import { MILD_DAY, panAfter, panDays, type RunState, type Weather } from '@north-step/core/reclaim';
import { litresText, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useDevice } from '../../devices/useDevice.ts';
import { useBenchQuery } from '../../store/api.ts';
import { CheckField, NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import type { StepProps } from './stepProps.ts';
import { daysText } from './words.ts';

const FIELDS = [
  { key: 'tempC', label: 'Air', unit: '°C', min: -30, max: 50 },
  { key: 'humidityPct', label: 'Humidity', unit: '%', min: 0, max: 100 },
  { key: 'windMPerS', label: 'Wind', unit: 'm/s', min: 0, max: 40 },
  { key: 'netRadiationMJ', label: 'Sun', unit: 'MJ/m² a day', min: -5, max: 40 },
  { key: 'rainMmPerDay', label: 'Rain', unit: 'mm a day', min: 0, max: 500 },
] as const;

/** A pan outdoors: how the weather was, how long it will take if it stays so, and whether rain gets in. */
export function DryPanel(props: StepProps) {
  return props.run.kind === 'pan' ? <WaterPan {...props} /> : <AlcoholPan {...props} />;
}

function AlcoholPan({ finish }: StepProps) {
  return (
    <>
      <p className="mb-3">
        Alcohol leaves a shallow pan within days; the skin that forms holds some below it. Look before you scrape.
      </p>
      <button type="button" className="btn btn-sea" onClick={() => finish({})}>
        Look at it now
      </button>
    </>
  );
}

function WaterPan({ run, finish }: StepProps) {
  const acts = useDo();
  const { device, sample } = useDevice('weather-mast');
  const [weather, setWeather] = useState<Required<Weather>>({ rainMmPerDay: 0, ...MILD_DAY, ...lastWeather(run) });
  const shown = sample ?? device?.last ?? undefined;
  return (
    <>
      <Forecast run={run} weather={weather} />
      <fieldset className="mt-4">
        <legend className="font-bold">The weather since it was last said</legend>
        <div className="mt-1 grid grid-cols-5 gap-3 max-md:grid-cols-2">
          {FIELDS.map(({ key, ...field }) => (
            <NumberField
              key={key}
              {...field}
              value={weather[key]}
              onChange={(value) => value !== undefined && setWeather({ ...weather, [key]: value })}
            />
          ))}
        </div>
      </fieldset>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {device && shown?.tempC !== undefined && (
          <button type="button" className="btn" onClick={() => setWeather(fromMast(shown, weather))}>
            Take it from {device.name} ({plainNumber(shown.tempC, 3)} °C, {shown.note})
          </button>
        )}
        <button
          type="button"
          className="btn btn-sea"
          onClick={() => void acts.send('reclaim.weather', { runId: run.id }, { weather })}
        >
          Note this weather
        </button>
        <CheckField
          label="Covered: no rain gets in, and it dries slower"
          value={run.covered}
          onChange={(covered) => void acts.send('reclaim.cover', { runId: run.id }, { covered })}
        />
      </div>
      <button type="button" className="btn mt-4" onClick={() => finish({})}>
        Look at it now
      </button>
    </>
  );
}

const lastWeather = ({ weather }: RunState): Partial<Weather> => {
  const last = weather.at(-1);
  if (!last) return {};
  const { fromMs: _, toMs: __, ...rest } = last;
  return rest;
};
type Mast = { readonly [K in keyof Weather]?: number | undefined };
const fromMast = (shown: Mast, before: Required<Weather>): Required<Weather> => ({
  tempC: shown.tempC ?? before.tempC,
  humidityPct: shown.humidityPct ?? before.humidityPct,
  windMPerS: shown.windMPerS ?? before.windMPerS,
  netRadiationMJ: shown.netRadiationMJ ?? before.netRadiationMJ,
  rainMmPerDay: shown.rainMmPerDay ?? before.rainMmPerDay,
});

/** If the weather stays so: dry in days, frozen, filling, or running over. */
function Forecast({ run, weather }: { readonly run: RunState; readonly weather: Weather }) {
  const vessel = useBenchQuery().data?.vessels.find(({ id }) => id === run.inside.id);
  if (!vessel) return null;
  const pan = {
    litres: vessel.volumeMl / 1000,
    areaM2: vessel.surfaceM2,
    capacityL: vessel.capacityMl / 1000,
    covered: run.covered,
  };
  const { state, lossMm, rainMm } = panAfter(pan, weather, 1);
  const days = panDays(pan, weather);
  const full = (pan.capacityL - pan.litres) / Math.max(1e-9, (rainMm - lossMm) * pan.areaM2);
  const say =
    state === 'frozen'
      ? 'Frozen: nothing goes until it thaws. It waits; ice is not chipped out, it holds resin.'
      : state === 'dry'
        ? 'It will be dry by tomorrow.'
        : state === 'filling' || state === 'full'
          ? `It fills by rain and runs over in ${daysText(Math.max(0, full))}: cover it.`
          : `Dry in ${daysText(days ?? Number.POSITIVE_INFINITY)} if it stays so.`;
  return (
    <p
      className={`border-l-4 pl-3 ${state === 'drying' || state === 'dry' ? 'border-sea-2' : 'border-brick'}`}
      role="status"
    >
      <b>{say}</b> {litresText(vessel.volumeMl)} of {litresText(vessel.capacityMl)} in {run.inside.name},{' '}
      {plainNumber(lossMm)} mm a day go{rainMm > 0 && `, ${plainNumber(rainMm)} mm a day come`}.
    </p>
  );
}
