import type { BenchReply, Station } from '@north-step/contract';
import { type BatchState, placeOf } from '@north-step/core/batch';
import { stationKind } from '@north-step/core/bench';
import type { Action } from '@north-step/core/nextStep';
import { mainLamp } from '@north-step/core/plan';
import type { BenchPlan } from '../next/index.ts';
import { DoneColumn } from './DoneColumn.tsx';
import { StationColumn } from './StationColumn.tsx';

type StationRowProps = {
  readonly bench: BenchReply;
  readonly actions: readonly Action[];
  readonly nowMs: number;
  readonly plan: BenchPlan | undefined;
  readonly chosenId?: string | undefined;
  readonly onChoose: (batchId: string) => void;
};

const SIDES = [
  { side: 'wet', title: 'WET SIDE', more: 'gloves, eye cover, air on', rule: 'border-sea-2' },
  { side: 'dry', title: 'DRY & TRIM', more: 'gloves still on', rule: 'border-amber' },
  { side: 'light', title: 'LIGHT SIDE', more: '', rule: 'border-ink' },
] as const;

/** Stations that nearly every batch passes: the first lamp is one of them. The others take room only while something is there. */
function isAlways({ id, kind }: Station, { bench }: BenchReply): boolean {
  return stationKind(kind).always === true || id === mainLamp(bench);
}

/** Stations from left to right as they stand on the bench; a tag sits where the parts are. */
export function StationRow({ bench, actions, nowMs, plan, chosenId, onChoose }: StationRowProps) {
  const places = new Map(bench.open.map((batch) => [batch.id, placeOf(batch)]));
  const at = (station: Station): readonly BatchState[] =>
    bench.open.filter((batch) => places.get(batch.id) === station.id);
  return (
    <div className="flex gap-0 pt-3 max-lg:flex-col max-lg:gap-3">
      {SIDES.map(({ side, title, more, rule }) => {
        const here = bench.stations.filter((station) => station.side === side);
        const stations = here.filter((station) => isAlways(station, bench) || at(station).length > 0);
        const resting = here.filter((station) => !stations.includes(station));
        const columns = stations.length + (side === 'light' ? 1 : 0);
        return (
          <section
            key={side}
            aria-label={title.toLowerCase()}
            style={{ flexGrow: columns, flexBasis: 0 }}
            className="min-w-0 max-lg:!basis-auto"
          >
            <h2 className="zone pb-1">
              {title}
              {more && <span className="font-bold tracking-wide normal-case"> · {more}</span>}
            </h2>
            <div className={`flex min-h-[278px] overflow-x-auto border-t-[3px] max-lg:min-h-0 ${rule}`}>
              {stations.map((station) => (
                <StationColumn
                  key={station.id}
                  station={station}
                  batches={at(station)}
                  bench={bench}
                  actions={actions}
                  nowMs={nowMs}
                  plan={plan}
                  chosenId={chosenId}
                  onChoose={onChoose}
                />
              ))}
              {side === 'light' && <DoneColumn done={bench.doneToday} />}
            </div>
            {resting.length > 0 && (
              <p className="border-t border-line px-2.5 pt-1 text-[13px] text-ink-2">
                also here, empty: {resting.map(({ name }) => name).join(' · ')}
              </p>
            )}
          </section>
        );
      })}
    </div>
  );
}
