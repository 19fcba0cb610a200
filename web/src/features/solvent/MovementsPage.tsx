import type { Movement, MovementQuery, Vessel } from '@north-step/contract';
import { given } from '@north-step/core/given';
import { SINKS } from '@north-step/core/solvent';
import { useSearchParams } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { useMovementsQuery, useSolventQuery } from '../../store/api.ts';
import { Empty, Failed, HeadRow, Loading, Pages, SearchField, SelectField } from '../../ui/index.ts';
import { SlimBand, useDo } from '../next/index.ts';
import { MovementText, UndoButton } from './Movements.tsx';

const PAGE_SIZE = 50;

/** Every movement of solvent, filtered by vessel, kind, words and day. The address holds what is shown. */
export function MovementsPage() {
  const [params, setParams] = useSearchParams();
  const acts = useDo();
  const { data: solvent } = useSolventQuery();
  const offset = Number(params.get('page') ?? 0) * PAGE_SIZE || 0;
  const query = queryOf(params);
  const { data, isError, refetch } = useMovementsQuery({ ...query, limit: PAGE_SIZE, offset });
  const set = (name: string, value: string) => {
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (value === '') next.delete(name);
        else next.set(name, value);
        if (name !== 'page') next.delete('page');
        return next;
      },
      { replace: true },
    );
  };
  const csv = `/api/solvent/movements.csv?${new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)]))}`;
  return (
    <>
      <SlimBand
        say={data ? `${data.total.toLocaleString('en-GB')} movements` : 'Movements'}
        more="newest first; each balances to the milligram"
      />
      <div className="flex flex-wrap items-end gap-4 px-[18px] py-3">
        <SelectField
          label="Vessel or account"
          className="w-48"
          value={params.get('vessel') ?? ''}
          options={[
            { value: '', text: 'all' },
            ...(solvent?.vessels.map((vessel) => ({ value: vessel.id, text: vessel.name })) ?? []),
            ...SINKS.map((sink) => ({ value: sink, text: sink.replaceAll('-', ' ') })),
          ]}
          onChange={(next) => set('vessel', next)}
        />
        <SelectField
          label="Kind"
          className="w-40"
          value={params.get('kind') ?? ''}
          options={[{ value: '', text: 'all' }, ...(data?.kinds ?? [])]}
          onChange={(next) => set('kind', next)}
        />
        <div className="w-56">
          <span className="label" aria-hidden>
            Words
          </span>
          <SearchField label="Words" value={params.get('q') ?? ''} onSearch={(words) => set('q', words)} />
        </div>
        {(['from', 'to'] as const).map((edge) => (
          <label key={edge} className="w-44">
            <span className="label">{edge === 'from' ? 'From day' : 'To day'}</span>
            <input
              className="field font-mono"
              type="date"
              value={params.get(edge) ?? ''}
              onChange={(event) => set(edge, event.target.value)}
            />
          </label>
        ))}
        <a className="ml-auto py-2 underline" href={csv}>
          Save as CSV
        </a>
      </div>
      {isError && !data && <Failed what="the movements" onRetry={() => void refetch()} />}
      {!data && !isError && <Loading what="the movements" />}
      {data?.rows.length === 0 && <Empty>No movement matches. Clear a filter.</Empty>}
      {data && data.rows.length > 0 && (
        <table className="table-plain mx-[18px] w-[calc(100%-36px)]">
          <HeadRow names={['when', 'what', 'by', 'moved, g: solvent / water / resin', '']} />
          <tbody>
            {data.rows.map((movement) => (
              <tr key={movement.id}>
                <td className="font-mono whitespace-nowrap">{dayAndClock(movement.atMs)}</td>
                <td>
                  <MovementText movement={movement} />
                </td>
                <td className="whitespace-nowrap">{movement.by}</td>
                <td className="font-mono text-[13px]">
                  <Lines movement={movement} vessels={[...(solvent?.vessels ?? []), ...(solvent?.former ?? [])]} />
                </td>
                <td>
                  <UndoButton
                    movement={movement}
                    onUndo={(id) => void acts.send('solvent.reverse', {}, { postingId: id })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data && (
        <Pages
          offset={offset}
          size={PAGE_SIZE}
          total={data.total}
          onOffset={(from) => set('page', from > 0 ? String(from / PAGE_SIZE) : '')}
        />
      )}
    </>
  );
}

function Lines({
  movement,
  vessels,
}: {
  readonly movement: Movement;
  readonly vessels: readonly Pick<Vessel, 'id' | 'name'>[];
}) {
  const nameOf = (account: string) =>
    vessels.find((vessel) => vessel.id === account)?.name ?? account.replaceAll('-', ' ');
  return (
    <ul>
      {movement.lines.map((line) => (
        <li key={line.account}>
          {nameOf(line.account)}: {[line.solventG, line.waterG, line.resinG].map(tenths).join(' / ')}
        </li>
      ))}
    </ul>
  );
}

/** One decimal, never −0.0. */
const tenths = (grams: number): string => (Math.round(grams * 10) / 10 || 0).toFixed(1).replace('-', '−');

const DAY_MS = 86_400_000;
function queryOf(params: URLSearchParams): MovementQuery {
  const dayMs = (name: string): number | undefined => {
    const at = Date.parse(`${params.get(name) ?? ''}T00:00:00`);
    return Number.isNaN(at) ? undefined : at;
  };
  const to = dayMs('to');
  const all = {
    vesselId: params.get('vessel') || undefined,
    kind: params.get('kind') || undefined,
    search: params.get('q') || undefined,
    fromMs: dayMs('from'),
    toMs: to === undefined ? undefined : to + DAY_MS,
  };
  return given(all);
}
