import { useState, useSyncExternalStore } from 'react';
import { postNow } from '../../commands/postNow.ts';
import { cutServer, onCut, serverIsCut } from '../../commands/practice.ts';
import { useBenchQuery, useDevicesQuery } from '../../store/api.ts';
import { HeadRow, Sheet } from '../../ui/index.ts';
import { AddDevice } from './AddDevice.tsx';
import { DevicePanel } from './DevicePanel.tsx';
import { kindWords, shownText } from './panel.ts';

/** Every device that speaks to this workshop: what it shows now; pressed, its panel with its buttons and faults. */
export function DeviceList() {
  const { data } = useDevicesQuery(undefined, { pollingInterval: 5000 });
  const stations = useBenchQuery().data?.stations ?? [];
  const devices = Array.isArray(data?.devices) ? data.devices : [];
  const [openId, setOpenId] = useState<string>();
  const [adding, setAdding] = useState(false);
  const open = devices.find(({ id }) => id === openId);
  const cut = useSyncExternalStore(onCut, serverIsCut);
  return (
    <section aria-label="Devices" className="px-[18px] py-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-bold">Devices</h2>
        <button type="button" className="btn" onClick={() => setAdding(true)}>
          Add a device
        </button>
      </div>
      {adding && <AddDevice stations={stations} onClose={() => setAdding(false)} />}
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
                  {kindWords(device.kind)}
                  {device.simulated && ', simulated'}
                </td>
                <td>{stations.find(({ id }) => id === device.stationId)?.name ?? 'the room'}</td>
                <td className="font-mono">
                  {device.online ? shownText(device.kind, device.last) : 'not heard from lately'}
                </td>
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
          <TakeAway id={open.id} name={open.name} onGone={() => setOpenId(undefined)} />
        </Sheet>
      )}
    </section>
  );
}

/** A device that is sold or broken: asked once more, then its token counts no more. */
function TakeAway({ id, name, onGone }: { readonly id: string; readonly name: string; readonly onGone: () => void }) {
  const [asked, setAsked] = useState(false);
  const [failed, setFailed] = useState<string>();
  const remove = async () => {
    if (!asked) return setAsked(true);
    const answer = await postNow(`/api/devices/${encodeURIComponent(id)}/remove`);
    if (answer.ok) onGone();
    else setFailed(answer.message);
  };
  return (
    <p className="mt-5 border-t border-line pt-3">
      <button type="button" className="btn" onClick={() => void remove()}>
        {asked ? `Sure? ${name} speaks here no more` : 'Take this device away'}
      </button>
      <span className="mt-1 block text-sm text-ink-2">
        What it measured stays. To have it back it is made known anew, with a new token.
      </span>
      {failed && <span role="alert">{failed}</span>}
    </p>
  );
}
