import type { Device, Station } from '@north-step/contract';
import { clockText, plainNumber } from '@north-step/core/units';
import { Link } from 'react-router';
import { useDevicesQuery } from '../../app/api.ts';
import { useDevice } from '../../app/useDevice.ts';
import { Sheet } from '../../ui/index.ts';

type Press = readonly [button: string, words: string];
/** What a hand can press on a device, and the faults that a simulated one can be given. */
const PRESSES: Readonly<Partial<Record<Device['kind'], readonly Press[]>>> = {
  lamp: [
    ['start', 'Start'],
    ['stop', 'Stop'],
    ['open door', 'Open its door'],
    ['close door', 'Close its door'],
  ],
};
const FAULTS: Readonly<Partial<Record<Device['kind'], readonly Press[]>>> = {
  lamp: [
    ['die', 'It dies'],
    ['weaken', 'It weakens'],
    ['mend', 'It is mended'],
  ],
};

/** A station by itself: what its devices show now, their buttons, and faults for practice. */
export function StationDrawer({ station, onClose }: { readonly station: Station; readonly onClose: () => void }) {
  const { data } = useDevicesQuery(undefined, { pollingInterval: 10_000 });
  const devices = (Array.isArray(data?.devices) ? data.devices : []).filter(
    ({ stationId }) => stationId === station.id,
  );
  return (
    <Sheet open side onOpenChange={(open) => !open && onClose()} title={station.name}>
      <p className="text-ink-2">{station.note}</p>
      {station.vesselId && (
        <p className="mt-2">
          <Link className="underline" to={`/solvent/baths/${station.vesselId}`}>
            Its bath: load, strength, readings
          </Link>
        </p>
      )}
      {devices.length === 0 && <p className="mt-4 text-ink-2">No device speaks for this station.</p>}
      {devices.map((device) => (
        <DevicePanel key={device.id} kind={device.kind} stationId={station.id} />
      ))}
    </Sheet>
  );
}

function DevicePanel({ kind, stationId }: { readonly kind: Device['kind']; readonly stationId: string }) {
  const { device, sample, press, refusal } = useDevice(kind, stationId);
  if (!device) return <p className="mt-4 border-l-4 border-brick pl-3">Its device has not been heard from lately.</p>;
  const shown = [
    sample?.mWPerCm2 !== undefined && `${plainNumber(sample.mWPerCm2)} mW/cm²`,
    sample?.tempC !== undefined && `${plainNumber(sample.tempC, 3)} °C`,
    (sample?.leftS ?? 0) > 0 && `${clockText(sample!.leftS!)} on its timer`,
    sample?.note,
  ].filter(Boolean);
  return (
    <section aria-label={device.name} className="mt-4 border-t border-line pt-3">
      <h3 className="text-lg font-bold">{device.name}</h3>
      <p className="font-mono text-xl font-bold" aria-live="polite">
        {shown.join(' · ') || 'silent'}
      </p>
      <Buttons presses={PRESSES[kind]} onPress={(button) => void press(button)} />
      {device.simulated && FAULTS[kind] && (
        <>
          <p className="mt-3 text-sm text-ink-2">For practice: it is simulated, and can be given a fault.</p>
          <Buttons presses={FAULTS[kind]} onPress={(button) => void press(button)} />
        </>
      )}
      {refusal && <p role="alert">{refusal}</p>}
    </section>
  );
}

function Buttons({
  presses = [],
  onPress,
}: {
  readonly presses?: readonly Press[];
  readonly onPress: (button: string) => void;
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
