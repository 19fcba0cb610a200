import type { BatchRow } from '@north-step/contract';
import { useEffect, useRef } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useBatchesQuery } from '../../app/api.ts';
import { useKeys } from '../../app/useKeys.ts';
import { dayAndClock } from '../../app/useNow.ts';
import { Flag } from '../../glyphs/index.ts';
import { Choice, Empty, Failed, HeadRow, Loading, Pages } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';

const PAGE_SIZE = 50;
const STATES = [
  { value: 'all', text: 'All' },
  { value: 'open', text: 'On the bench' },
  { value: 'flagged', text: 'Flagged' },
  { value: 'sealed', text: 'Sealed' },
] as const;

/** Every batch, newest first; found by name, part, resin, lot or customer. The address holds what is shown. */
export function BatchesPage() {
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const search = params.get('q') ?? '';
  const state = params.get('state') ?? 'all';
  const offset = Number(params.get('from') ?? 0) || 0;
  const { data, isError, refetch } = useBatchesQuery({ search, state, offset, limit: PAGE_SIZE });
  const finder = useRef<HTMLInputElement>(null);
  const finding = params.get('find');
  useEffect(() => {
    if (finding) finder.current?.focus();
  }, [finding]);
  useKeys({ n: () => navigate('/batches/new'), '/': () => finder.current?.focus() });

  const set = (next: Record<string, string>) => {
    const merged = { ...(search && { q: search }), state, ...next };
    setParams(
      Object.fromEntries(
        Object.entries(merged).filter(([key, value]) => value !== '' && !(key === 'state' && value === 'all')),
      ),
      { replace: true },
    );
  };
  const csv = `/api/batches.csv?${new URLSearchParams({ search, state })}`;
  return (
    <>
      <SlimBand
        say={data ? `${data.total.toLocaleString('en-GB')} ${data.total === 1 ? 'batch' : 'batches'}` : 'Batches'}
        more={search ? `with “${search}” in name, part, resin, lot or customer` : 'newest first'}
        keys={<SlimButton keyName="N" label="New batch" onPress={() => navigate('/batches/new')} />}
      />
      <div className="flex flex-wrap items-center gap-4 px-[18px] py-3">
        <input
          ref={finder}
          className="field max-w-80"
          type="search"
          placeholder="Find a batch"
          aria-label="Find a batch"
          value={search}
          maxLength={100}
          onChange={(event) => set({ q: event.target.value })}
        />
        <Choice label="Which batches" value={state} options={STATES} onChange={(next) => set({ state: next })} />
        <a className="ml-auto underline" href={csv}>
          Save as CSV
        </a>
      </div>
      {isError && !data && <Failed what="the batches" onRetry={() => void refetch()} />}
      {!data && !isError && <Loading what="the batches" />}
      {data?.rows.length === 0 && (
        <Empty>No batch matches. Clear the search, or put a new batch on the drip rack with N.</Empty>
      )}
      {data && data.rows.length > 0 && <BatchTable rows={data.rows} />}
      {data && data.total > PAGE_SIZE && (
        <Pages
          text={`${offset + 1}–${Math.min(offset + PAGE_SIZE, data.total)} of ${data.total.toLocaleString('en-GB')}`}
          newer={offset > 0 ? () => set({ from: String(Math.max(0, offset - PAGE_SIZE)) }) : undefined}
          older={offset + PAGE_SIZE < data.total ? () => set({ from: String(offset + PAGE_SIZE) }) : undefined}
        />
      )}
    </>
  );
}

function BatchTable({ rows }: { readonly rows: readonly BatchRow[] }) {
  return (
    <table className="table-plain mx-[18px] w-[calc(100%-36px)]">
      <HeadRow names={['batch', 'part', 'resin, lot', 'for', 'hung', 'due', 'now at']} />
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td>
              <Link
                to={`/batches/${row.id}`}
                className="inline-flex items-center gap-2 font-bold underline decoration-line underline-offset-4"
              >
                <Flag state={row.flag ? 'held' : row.sealedAtMs === null ? 'running' : 'done'} />
                {row.name}
              </Link>
            </td>
            <td>
              {row.count} × {row.part}
            </td>
            <td>
              {row.resin}, {row.lot}
            </td>
            <td>{row.customer ?? '–'}</td>
            <td className="font-mono">{dayAndClock(row.createdAtMs)}</td>
            <td className="font-mono">{row.dueAtMs === null ? '–' : dayAndClock(row.dueAtMs)}</td>
            <td>{row.flag ?? (row.sealedAtMs === null ? row.step : `sealed ${dayAndClock(row.sealedAtMs)}`)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
