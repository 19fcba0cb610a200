import type { LayoutReply, StationThere } from '@north-step/contract';
import { stationKind } from '@north-step/core/bench';
import { litresText } from '@north-step/core/units';
import { SortableRow } from '../../ui/index.ts';
import { DevicesAt } from '../devices/index.ts';
import { StationForm } from './StationForm.tsx';

type StationRowProps = {
  readonly station: StationThere;
  readonly index: number;
  readonly line?: LayoutReply['lines'][number] | undefined;
  readonly open: boolean;
  readonly onOpen: () => void;
};

/** One station: its handle, what it is, who is there; open, what can be said of it. */
export function StationRow({ station, index, line, open, onOpen }: StationRowProps) {
  const { id, name, kind, bath, note, batches } = station;
  const what = [
    stationKind(kind).title.toLowerCase(),
    bath && `${bath.liquid}, ${litresText(bath.capacityMl)}`,
    line && line.baths.length > 1 && `${line.name} ${line.baths.indexOf(id) + 1} of ${line.baths.length}`,
    !bath && `room for ${station.capacity}`,
    note,
  ];
  const here = batches.filter((batch) => batch.here).map((batch) => batch.name);
  return (
    <SortableRow
      id={id}
      handle={`Move ${name}, station ${index + 1}`}
      chosen={open}
      below={
        <>
          <DevicesAt stationId={id} />
          {open && <StationForm key={id} station={station} onDone={onOpen} />}
        </>
      }
    >
      <button
        type="button"
        aria-expanded={open}
        className="min-h-11 min-w-0 flex-1 py-1 pr-3 text-left"
        onClick={onOpen}
      >
        <b>{name}</b>
        <span className="block text-[13px] text-ink-2">{what.filter(Boolean).join(' · ')}</span>
        {here.length > 0 && <span className="block text-[13px] font-bold">now: {here.join(', ')}</span>}
      </button>
    </SortableRow>
  );
}
