import type { Device } from '@north-step/contract';
import { currentStep, remainingS } from '@north-step/core/batch';
import { useState } from 'react';
import { useDevice } from '../../devices/useDevice.ts';
import { useBenchQuery } from '../../store/api.ts';
import { type AnyButton, handsOf, type PressWords, shownText } from './panel.ts';

/** One device, live: what it shows, its buttons, and faults for practice when it is simulated. */
export function DevicePanel({ kind, deviceId }: { readonly kind: Device['kind']; readonly deviceId: string }) {
  const { device, sample, press, refusal } = useDevice(kind, { deviceId });
  const bench = useBenchQuery().data;
  const { presses, faults, about } = handsOf(kind);
  const choices =
    about === 'batch'
      ? (bench?.open ?? []).map(({ id, name }) => ({ id, name }))
      : about === 'vessel'
        ? (bench?.vessels ?? []).filter(({ kind: vessel }) => vessel === 'bath').map(({ id, name }) => ({ id, name }))
        : [];
  const [chosen, setChosen] = useState<string>();
  const aim = chosen ?? choices[0]?.id;
  // a machine is started for what the step at its station has left
  const step = bench?.open
    .map((batch) => currentStep(batch))
    .find((one) => one?.state === 'running' && one.station === device?.stationId);
  const leftS = step && bench ? Math.ceil(remainingS(step, bench.nowMs)) : 0;
  const amount = (button: string) => (button === 'start' && leftS > 0 ? { amount: leftS } : {});
  const more = about === 'batch' ? { batchId: aim } : about === 'vessel' ? { vesselId: aim } : {};
  if (!device) return <p className="mt-4 border-l-4 border-brick pl-3">This device has not been heard from lately.</p>;
  return (
    <section aria-label={device.name} className="mt-4 border-t border-line pt-3">
      <h3 className="text-lg font-bold">{device.name}</h3>
      <p className="font-mono text-xl font-bold" aria-live="polite">
        {shownText(kind, sample ?? device.last) || 'silent'}
      </p>
      {choices.length > 0 && (
        <label className="mt-2 block">
          <span className="label">{about === 'batch' ? 'Label of' : 'In'}</span>
          <select className="field" value={aim} onChange={(event) => setChosen(event.target.value)}>
            {choices.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      <Buttons presses={presses} onPress={(button) => void press(button, { ...more, ...amount(button) })} />
      {device.simulated && faults.length > 0 && (
        <>
          <p className="mt-3 text-sm text-ink-2">For practice: it is simulated, and can be given a fault.</p>
          <Buttons presses={faults} onPress={(button) => void press(button)} />
        </>
      )}
      {refusal && <p role="alert">{refusal}</p>}
    </section>
  );
}

function Buttons({
  presses,
  onPress,
}: {
  readonly presses: readonly PressWords[];
  readonly onPress: (button: AnyButton) => void;
}) {
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      {presses.map(([button, words]) => (
        <button key={button} type="button" className="btn" onClick={() => onPress(button)}>
          {words}
        </button>
      ))}
    </div>
  );
}
