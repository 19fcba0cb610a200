import type { ErrorReply, LampView } from '@north-step/contract';
import { meterSpots } from '@north-step/core/light';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { useDevice } from '../../devices/useDevice.ts';
import { NumberField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

/** The meter at its three marked places: the lamp is scaled to what it shows. */
export function MeterPanel({ lamp }: { readonly lamp: LampView }) {
  const acts = useDo();
  const { device, sample, press, refusal: deviceRefusal } = useDevice('uv-meter');
  const [values, setValues] = useState<Readonly<Record<string, number | undefined>>>({});
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const spots = meterSpots(lamp.lamp);
  const readings = spots.flatMap(({ id }) => (values[id] === undefined ? [] : [{ spot: id, mWPerCm2: values[id] }]));
  const save = async () => {
    setRefusal(undefined);
    const answer = await acts.send('lamp.meter', { stationId: lamp.stationId }, { readings });
    if (answer?.ok) setValues({});
    else if (answer) setRefusal(answer.error);
  };
  return (
    <>
      <h2 className="text-lg font-bold">Meter check</h2>
      <p className="text-[13px] text-ink-2">
        Lamp on for two minutes, nothing else inside. UV glasses on. Two places are enough, three say how well the
        description fits.
      </p>
      <ol>
        {spots.map(({ id, words }, i) => (
          <li key={id} className="mt-2 border-b border-line pb-2">
            <p>
              <b>{i + 1}.</b> {words}{' '}
              <span className="text-ink-2">(described: {plainNumber(lamp.described[i] ?? 0)} when new)</span>
            </p>
            <div className="flex items-end gap-2">
              <NumberField
                className="w-32"
                label={`Place ${i + 1}`}
                unit="mW/cm²"
                step={0.01}
                min={0}
                value={values[id]}
                onChange={(value) => setValues({ ...values, [id]: value })}
              />
              {device && (
                <>
                  <button type="button" className="btn" onClick={() => void press('put', { place: id })}>
                    Put the meter here
                  </button>
                  {sample?.place === id && (
                    <button
                      type="button"
                      className="btn btn-sea"
                      onClick={() => setValues({ ...values, [id]: sample.mWPerCm2 })}
                    >
                      Take {plainNumber(sample.mWPerCm2 ?? 0)}
                    </button>
                  )}
                </>
              )}
            </div>
          </li>
        ))}
      </ol>
      {(refusal ?? deviceRefusal) && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal ? `${refusal.message} ${refusal.remedy ?? ''}` : deviceRefusal}
        </p>
      )}
      <button type="button" className="btn btn-sea mt-3" disabled={readings.length === 0} onClick={() => void save()}>
        Scale the lamp to {readings.length || 'the'} {readings.length === 1 ? 'reading' : 'readings'}
      </button>
      {lamp.lamp.metered && (
        <p className="mt-1 text-sm text-ink-2">
          Now {plainNumber(100 * lamp.lamp.metered.scale, 3)} % of the description; places agree within{' '}
          {plainNumber(lamp.lamp.metered.spreadPct)} %.
        </p>
      )}
    </>
  );
}
