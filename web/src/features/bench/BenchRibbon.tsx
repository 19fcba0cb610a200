import type { BenchReply } from '@north-step/contract';
import { isStopped } from '@north-step/core/batch';
import { closesAtMs } from '@north-step/core/bench';
import { isInside } from '@north-step/core/route';
import { useNavigate } from 'react-router';
import { Ribbon } from '../../glyphs/index.ts';
import { clockOfDay } from '../../shell/useNow.ts';
import type { BenchPlan } from '../next/index.ts';

const LEAST_SPAN_S = 3600;
const MOST_SPAN_S = 4 * 3600;

/** The open batches played forward with the hands that are there, until the last is done. */
export function BenchRibbon({ bench, plan }: { readonly bench: BenchReply; readonly plan: BenchPlan }) {
  const navigate = useNavigate();
  const { bars, endMs, atMs, people } = plan;
  if (bars.length === 0) return null;
  const ends = Object.values(endMs);
  const lastMs = Math.max(atMs, ...ends);
  const spanS = Math.min(MOST_SPAN_S, Math.max(LEAST_SPAN_S, (lastMs - atMs) / 1000));
  const rows = [
    ...people.map((person) => ({ id: person, name: person.split(' ')[0]! })),
    // what stands there while its machine works has a row of its own; so has whatever is overdue
    ...bench.stations.filter(({ id }) => bars.some((bar) => bar.row === id && (bar.overdue || isInside(bar)))),
  ];
  const closesMs = closesAtMs(atMs, bench.ways ?? {});
  const afterHours = closesMs === undefined ? [] : bench.open.filter(({ id }) => (endMs[id] ?? 0) > closesMs);
  const unplanned = bench.open.filter(({ id }) => endMs[id] === undefined);
  return (
    <section aria-label="What comes next" className="mt-3 border-t-[1.5px] border-ink pt-2">
      <h2>
        <b>Until {clockOfDay(atMs + spanS * 1000)}</b>
        <span className="ml-4 text-sm text-ink-2">
          {ends.length > 0 &&
            `${ends.length === 1 ? 'One batch' : `${ends.length} batches`} done by about ${clockOfDay(roundMs(lastMs))}, with the looks that are expected.`}
          {closesMs !== undefined &&
            afterHours.length > 0 &&
            ` Work ends at ${clockOfDay(closesMs)}: ${afterHours.map(({ name }) => name).join(', ')} will not be done by then.`}
          {unplanned.map((batch) =>
            isStopped(batch)
              ? ` ${batch.name} is ${batch.held === undefined ? 'stopped' : 'held'} and not planned.`
              : ` ${batch.name} is planned up to its light: no plan of light fits it yet.`,
          )}
        </span>
      </h2>
      <Ribbon
        rows={rows}
        bars={bars}
        spanS={spanS}
        atMs={atMs}
        clockOf={clockOfDay}
        onOpen={(batchId) => void navigate(`/batches/${batchId}`)}
      />
    </section>
  );
}

const ROUND_MS = 5 * 60_000;
/** Plans are no better than five minutes. */
const roundMs = (atMs: number): number => Math.ceil(atMs / ROUND_MS) * ROUND_MS;
