import { useDevicesQuery } from '../../store/api.ts';
import { kindWords, shownText } from './panel.ts';

/** The devices of a station, with what they show now. */
export function DevicesAt({ stationId }: { readonly stationId: string }) {
  const { data } = useDevicesQuery(undefined, { pollingInterval: 5000 });
  const here = (data?.devices ?? []).filter((device) => device.stationId === stationId);
  if (here.length === 0) return null;
  return (
    <ul className="pr-3 pb-1 pl-[41px] text-[13px]">
      {here.map(({ id, name, kind, simulated, online, last }) => (
        <li key={id}>
          {name} <span className="text-ink-2">({simulated ? `simulated ${kindWords(kind)}` : kindWords(kind)})</span>{' '}
          <span className="font-mono">{online ? shownText(kind, last) : 'not heard from lately'}</span>
        </li>
      ))}
    </ul>
  );
}
