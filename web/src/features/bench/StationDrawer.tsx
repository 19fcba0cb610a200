import type { Station } from '@north-step/contract';
import { Link } from 'react-router';
import { useDevicesQuery } from '../../store/api.ts';
import { Sheet } from '../../ui/index.ts';
import { DevicePanel } from '../devices/index.ts';

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
        <DevicePanel key={device.id} kind={device.kind} deviceId={device.id} />
      ))}
      <p className="mt-6 text-sm">
        <Link className="underline" to="/room">
          Every device of the room
        </Link>
      </p>
    </Sheet>
  );
}
