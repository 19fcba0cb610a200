import { useState, useSyncExternalStore } from 'react';
import { useBenchQuery, useDevicesQuery } from '../../app/api.ts';
import { cutServer, onCut, serverIsCut } from '../../app/practice.ts';
import { HeadRow, Sheet } from '../../ui/index.ts';
import { DevicePanel } from './DevicePanel.tsx';
import { KIND_WORDS, shownText } from './panel.ts';

/** Every device that speaks to this workshop: what it shows now; pressed, its panel with its buttons and faults. */
export function DeviceList() {
  const { data } = useDevicesQuery(undefined, { pollingInterval: 5000 });
  const stations = useBenchQuery().data?.stations ?? [];
  const devices = Array.isArray(data?.devices) ? data.devices : [];
  const [openId, setOpenId] = useState<string>();
  const open = devices.find(({ id }) => id === openId);
  const cut = useSyncExternalStore(onCut, serverIsCut);
  return (
    <section aria-label="Devices" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">Devices</h2>
      {devices.length === 0 ? (
        <p className="text-ink-2">
          None speaks to this workshop. Bridges use the open device API; the docs hold a small one.
        </p>
      ) : (
        <table className="table-plain w-full">
          <HeadRow names={['device', 'what', 'where', 'shows now']} />
          <tbody>
            {devices.map((device) => (
              <tr key={device.id} className="[&>td]:align-middle">
                <td>
                  <button
                    type="button"
                    className="min-h-11 font-bold underline decoration-line underline-offset-4"
                    onClick={() => setOpenId(device.id)}
                  >
                    {device.name}
                  </button>
                </td>
                <td>
                  {KIND_WORDS[device.kind]}
                  {device.simulated && ', simulated'}
                </td>
                <td>{stations.find(({ id }) => id === device.stationId)?.name ?? 'the room'}</td>
                <td className="font-mono">{device.online ? shownText(device.last) : 'not heard from lately'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="mt-3 flex flex-wrap items-center gap-3 text-sm text-ink-2">
        For practice: what is pressed without a server is kept and sent once.
        <button type="button" className="btn" aria-pressed={cut} onClick={() => cutServer(!cut)}>
          {cut ? 'Find the server again' : 'This page loses the server for a minute'}
        </button>
      </p>
      {open && (
        <Sheet open side onOpenChange={(to) => !to && setOpenId(undefined)} title={open.name}>
          <DevicePanel kind={open.kind} deviceId={open.id} />
        </Sheet>
      )}
    </section>
  );
}
