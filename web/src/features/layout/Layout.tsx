import type { LayoutReply, StationThere } from '@north-step/contract';
import { stationKind } from '@north-step/core/bench';
import { useMemo, useState } from 'react';
import { dayAndClock } from '../../shell/useNow.ts';
import { useLayoutQuery } from '../../store/api.ts';
import { Failed, Loading, SortableList } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { AddThing } from './AddThing.tsx';
import { Lines } from './Lines.tsx';
import { StationRow } from './StationRow.tsx';
import { changeWords } from './words.ts';

const SIDES = [
  { side: 'wet', title: 'Wet' },
  { side: 'dry', title: 'Dry' },
  { side: 'light', title: 'Light' },
] as const;
type Side = (typeof SIDES)[number]['side'];

/** What stands in the workshop, by side, in walking order: added to, called otherwise, moved, taken away. */
export function Layout() {
  const { data, isError, refetch } = useLayoutQuery();
  if (isError && !data) return <Failed what="what stands here" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="what stands here" />;
  return <Plan known={data} />;
}

function Plan({ known }: { readonly known: LayoutReply }) {
  const acts = useDo();
  const [adding, setAdding] = useState(false);
  const there = useMemo(() => known.stations.filter(({ retiredAtMs }) => retiredAtMs === null), [known]);
  const gone = known.stations.filter(({ retiredAtMs }) => retiredAtMs !== null);
  return (
    <section aria-label="What stands here" className="px-[18px] py-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-bold">What stands here</h2>
        <button type="button" className="btn" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          {adding ? 'Nothing more' : 'Add something'}
        </button>
      </div>
      {adding && <AddThing known={known} onAdded={() => setAdding(false)} />}
      <div className="mt-2 grid grid-cols-3 items-start gap-4 max-lg:grid-cols-1">
        {SIDES.map(({ side, title }) => (
          <SideList key={side} side={side} title={title} there={there} lines={known.lines} />
        ))}
      </div>
      <Lines known={known} there={there} />
      {gone.length > 0 && (
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer py-2">Taken away: {gone.length}</summary>
          <ul>
            {gone.map(({ id, name, retiredAtMs }) => (
              <li key={id} className="flex flex-wrap items-center gap-3">
                <b>{name}</b> <span className="text-ink-2">since {dayAndClock(retiredAtMs!)}</span>
                <button
                  type="button"
                  className="btn"
                  onClick={() => void acts.send('layout.put-back', { stationId: id }, {})}
                >
                  Put {name} back
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
      <p className="mt-2">
        <a className="inline-flex min-h-11 items-center underline" href="/api/layout/bench.json" download>
          Save this bench to a file
        </a>{' '}
        <span className="text-ink-2">for another workshop: what stands here, nothing of what is in it.</span>
      </p>
      <Changes changes={known.changes} />
    </section>
  );
}

type SideListProps = {
  readonly side: Side;
  readonly title: string;
  /** all that stands there, in walking order */
  readonly there: readonly StationThere[];
  readonly lines: LayoutReply['lines'];
};
function SideList({ side, title, there, lines }: SideListProps) {
  const acts = useDo();
  const [open, setOpen] = useState<string>();
  // as it was put down, until the server has said how it is now
  const [put, setPut] = useState<{ readonly over: typeof there; readonly order: typeof there }>();
  const own = put?.over === there ? put.order : there.filter(({ kind }) => stationKind(kind).side === side);
  const move = (from: number, to: number) => {
    const turned = [...own];
    turned.splice(to, 0, ...turned.splice(from, 1));
    setPut({ over: there, order: [...turned] });
    // the places of this side in the walk, taken in the new order
    const stations = there.map(({ id, kind }) => (stationKind(kind).side === side ? turned.shift()!.id : id));
    void acts.send('layout.order', {}, { stations }).then((answer) => !answer?.ok && setPut(undefined));
  };
  return (
    <section aria-label={title}>
      <h3 className="label">{title}</h3>
      {own.length === 0 && <p className="text-ink-2">Nothing yet: add something.</p>}
      <SortableList
        ids={own.map(({ id }) => id)}
        label={`${title}, in walking order`}
        what="station"
        nameOf={(id) => own.find((station) => station.id === id)?.name ?? 'It'}
        onStart={() => setOpen(undefined)}
        onMove={move}
        className={own.length > 0 ? 'frame bg-panel' : ''}
      >
        {own.map((station, i) => (
          <StationRow
            key={station.id}
            station={station}
            index={i}
            line={lines.find(({ baths }) => baths.includes(station.id))}
            open={open === station.id}
            onOpen={() => setOpen(open === station.id ? undefined : station.id)}
          />
        ))}
      </SortableList>
    </section>
  );
}

/** Who changed what, and when. */
function Changes({ changes }: Pick<LayoutReply, 'changes'>) {
  if (changes.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="min-h-11 cursor-pointer py-2">What was changed here: the last {changes.length}</summary>
      <ul>
        {changes.map(({ change, atMs, by }, i) => (
          <li key={i} className="border-b border-line py-1 last:border-b-0">
            {changeWords(change)}
            <span className="text-ink-2">
              {' '}
              · {by}, {dayAndClock(atMs)}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
