import type { BenchReply } from '@north-step/contract';
import { projectBench } from '@north-step/core/schedule';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { clockOfDay } from '../../app/useNow.ts';
import { Ribbon } from '../../glyphs/index.ts';

const LEAST_SPAN_S = 3600;
const MOST_SPAN_S = 4 * 3600;
const REPLAN_MS = 15_000;

/** The open batches played forward with one pair of hands, until the last is done. */
export function BenchRibbon({ bench, nowMs }: { readonly bench: BenchReply; readonly nowMs: number }) {
  const person = useAppSelector((state) => state.here.person) || 'Hands';
  const atMs = Math.floor(nowMs / REPLAN_MS) * REPLAN_MS;
  const projection = useMemo(() => {
    const capacity = Object.fromEntries(bench.stations.map((station) => [station.id, station.capacity]));
    return projectBench(bench.open, atMs, { capacity, person });
  }, [bench, atMs, person]);
  const ends = Object.values(projection.finishS);
  if (ends.length === 0) return null;
  const lastS = Math.max(...ends);
  const spanS = Math.min(MOST_SPAN_S, Math.max(LEAST_SPAN_S, lastS));
  const rows = [
    { id: person, name: person.split(' ')[0]! },
    ...bench.stations.filter((station) => ['wash-1', 'wash-2', 'lamp-box'].includes(station.id)),
  ];
  const many = ends.length === 1 ? 'The open batch is' : `All ${ends.length} open batches are`;
  return (
    <section aria-label="What comes next" className="mt-3 border-t-[1.5px] border-ink pt-2">
      <h2>
        <b>Until {clockOfDay(atMs + spanS * 1000)}</b>
        <span className="ml-4 text-sm text-ink-2">
          {many} done by {clockOfDay(atMs + lastS * 1000)} if worked in this order, one look each.
        </span>
      </h2>
      <Ribbon
        rows={rows}
        bars={projection.bars}
        spanS={spanS}
        clockAt={(seconds) => clockOfDay(atMs + seconds * 1000)}
      />
    </section>
  );
}
