import type { BatchRow } from '@north-step/contract';
import { useEffect, useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { Flag, TAG_STATES } from '../../glyphs/index.ts';
import { useKeys } from '../../shell/useKeys.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useBatchesQuery, useRoutesQuery } from '../../store/api.ts';
import { Choice, Empty, Failed, HeadRow, Loading, Pages, SearchField } from '../../ui/index.ts';
import { asString, Filters, LitCell, OUTCOME_WORDS, useFound, WashedCell } from '../find/index.ts';
import { SlimBand, SlimButton, useBench } from '../next/index.ts';

const PAGE_SIZE = 50;
const SORT_TEXT: Readonly<Record<string, string>> = {
  newest: 'newest first',
  oldest: 'oldest first',
  due: 'due first',
  name: 'by name',
};
const STATES = [
  { value: 'all', text: 'All' },
  { value: 'open', text: 'On the bench' },
  { value: 'flagged', text: 'Flagged' },
  { value: 'sealed', text: 'Sealed' },
] as const;

/** Every batch, newest first; found by name, part, resin, lot or customer. The address holds what is shown. */
export function BatchesPage() {
  const { params, set, count, found } = useFound();
  const navigate = useNavigate();
  const state = params.get('state') ?? 'all';
  const offset = Number(params.get('from') ?? 0) || 0;
  const sort = params.get('sort') ?? 'newest';
  const route = params.get('route') ?? '';
  const asked = { ...found, state, sort, ...(route && { route }) };
  const { data, isError, refetch } = useBatchesQuery({ ...asked, offset, limit: PAGE_SIZE });
  const routes = useRoutesQuery();
  const finder = useRef<HTMLInputElement>(null);
  const finding = params.get('find');
  useEffect(() => {
    if (finding) finder.current?.focus();
  }, [finding]);
  useKeys({ n: () => navigate('/batches/new'), '/': () => finder.current?.focus() });

  const { plan } = useBench();
  const lateOf = (row: BatchRow) =>
    row.sealedAtMs === null ? plan?.lateOf({ id: row.id, dueAtMs: row.dueAtMs ?? undefined }) : undefined;
  const csv = `/api/batches.csv?${new URLSearchParams(asString(asked))}`;
  const search = found.search;
  return (
    <>
      <SlimBand
        say={data ? `${data.total.toLocaleString('en-GB')} ${data.total === 1 ? 'batch' : 'batches'}` : 'Batches'}
        more={search ? `with “${search}” in name, part, resin, lot, customer or note` : SORT_TEXT[sort]}
        keys={<SlimButton keyName="N" label="New batch" onPress={() => navigate('/batches/new')} />}
      />
      <div className="flex flex-wrap items-center gap-4 px-[18px] py-3">
        <SearchField
          input={finder}
          className="max-w-80"
          placeholder="Find a batch"
          label="Find a batch"
          value={search ?? ''}
          onSearch={(q) => set({ q })}
        />
        <Choice
          label="Which batches"
          value={state}
          options={STATES}
          onChange={(next) => set({ state: next === 'all' ? undefined : next })}
        />
        <label className="flex items-center gap-2">
          <span className="text-sm text-ink-2">order</span>
          <select
            className="field w-auto"
            value={sort}
            onChange={(event) => set({ sort: event.target.value === 'newest' ? undefined : event.target.value })}
          >
            {Object.entries(SORT_TEXT).map(([value, text]) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="text-sm text-ink-2">route</span>
          <select
            className="field w-auto max-w-56"
            value={route}
            onChange={(event) => set({ route: event.target.value })}
          >
            <option value="">any</option>
            {(routes.data?.routes ?? []).map((row) => (
              <option key={row.route.id} value={row.route.id}>
                {row.route.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap items-start gap-4 pr-[18px]">
        <Filters params={params} set={set} count={count} />
        <Link className="ml-auto min-h-11 content-center underline" to="/parts">
          Notes on parts
        </Link>
        <a className="min-h-11 content-center underline" href={csv}>
          Save as CSV
        </a>
      </div>
      {isError && !data && <Failed what="the batches" onRetry={() => void refetch()} />}
      {!data && !isError && <Loading what="the batches" />}
      {data?.rows.length === 0 && <Empty>No batch matches. Clear the search, or hang a new batch with N.</Empty>}
      {data && data.rows.length > 0 && <BatchTable rows={data.rows} lateOf={lateOf} />}
      {data && (
        <Pages
          offset={offset}
          size={PAGE_SIZE}
          total={data.total}
          onOffset={(from) => set({ from: from > 0 ? String(from) : undefined })}
        />
      )}
    </>
  );
}

type BatchTableProps = {
  readonly rows: readonly BatchRow[];
  readonly lateOf: (row: BatchRow) => string | undefined;
};

function BatchTable({ rows, lateOf }: BatchTableProps) {
  return (
    <table className="table-plain mx-[18px] w-[calc(100%-36px)]">
      <HeadRow
        names={[
          'batch',
          'part',
          'resin, lot, route',
          'for',
          'hung',
          'due',
          'washed at',
          'light, first look',
          'who',
          'now at',
        ]}
      />
      <tbody>
        {rows.map((row) => (
          <tr key={row.id}>
            <td>
              <Link
                to={`/batches/${row.id}`}
                className="inline-flex items-center gap-2 font-bold whitespace-nowrap underline decoration-line underline-offset-4"
              >
                <Flag state={TAG_STATES[row.standing]} />
                {row.name}
              </Link>
            </td>
            <td>{row.pieces}</td>
            <td>
              {row.resin}
              <span className="block text-[13px] text-ink-2">
                <span className="whitespace-nowrap">{row.lot}</span> · {row.route}
              </span>
            </td>
            <td>{row.customer ?? '–'}</td>
            <td className="font-mono whitespace-nowrap">{dayAndClock(row.createdAtMs)}</td>
            <td className="font-mono whitespace-nowrap">
              {row.dueAtMs === null ? '–' : dayAndClock(row.dueAtMs)}
              {lateOf(row) && <b className="block font-sans text-sm text-brick">{lateOf(row)}</b>}
              {row.priority !== 'usual' && <b className="block font-sans text-sm">{row.priority}</b>}
            </td>
            <td>
              <WashedCell washed={row.washed} />
            </td>
            <td>
              <LitCell lightS={row.lightS} firstLook={row.firstLook} />
            </td>
            <td className="text-sm">{row.people.join(', ') || '–'}</td>
            <td>
              {whereNow(row)}
              {row.mark && <b className="block text-sm">{row.mark}</b>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const whereNow = (row: BatchRow): string =>
  row.sealedAtMs === null || row.step.startsWith('part of')
    ? row.step
    : `${row.outcome === 'passed' ? 'sealed' : OUTCOME_WORDS[row.outcome]}, ${dayAndClock(row.sealedAtMs)}`;
