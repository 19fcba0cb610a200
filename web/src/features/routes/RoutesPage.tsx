import type { RouteRow } from '@north-step/contract';
import { SCHOOLS, type SchoolQuestion } from '@north-step/core/route';
import { useId, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { useKeys } from '../../shell/useKeys.ts';
import { useBenchQuery, useRoutesQuery } from '../../store/api.ts';
import { Empty, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { TakeRoute } from './TakeRoute.tsx';

/** The questions on which practitioners disagree, as columns. */
export const QUESTIONS: readonly { readonly key: SchoolQuestion; readonly text: string }[] = [
  { key: 'supports', text: 'supports off' },
  { key: 'washing', text: 'washing' },
  { key: 'drying', text: 'drying' },
  { key: 'cureIn', text: 'cure in' },
  { key: 'howLong', text: 'how long' },
  { key: 'heat', text: 'heat' },
];

/** Every named route by what it answers to each question of the work; the address holds the filter. */
export function RoutesPage() {
  const { data, isError, refetch } = useRoutesQuery();
  const bench = useBenchQuery().data;
  const [taking, setTaking] = useState(false);
  const navigate = useNavigate();
  const [params, setParams] = useSearchParams();
  useKeys({ n: () => navigate('/routes/new') });
  const wanted = QUESTIONS.flatMap(({ key }) => (params.get(key) ? [[key, params.get(key)!] as const] : []));
  const rows = (data?.routes ?? []).filter(({ schools }) => wanted.every(([key, value]) => schools[key] === value));
  const set = (key: string, value: string) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  return (
    <>
      <SlimBand
        say={data ? `${data.routes.length} routes, one for every school` : 'Routes'}
        more="A batch keeps the version it ran. Change one and it becomes the next version."
        keys={
          <>
            {bench && <SlimButton label="Take one in …" onPress={() => setTaking(true)} />}
            <SlimButton keyName="N" label="New route" onPress={() => navigate('/routes/new')} />
          </>
        }
      />
      {taking && bench && <TakeRoute bench={bench} onClose={() => setTaking(false)} />}
      {isError && !data && <Failed what="the routes" onRetry={() => void refetch()} />}
      {!data && !isError && <Loading what="the routes" />}
      {data && (
        <>
          <div className="flex flex-wrap items-end gap-3 px-[18px] py-3">
            {QUESTIONS.map(({ key, text }) => (
              <SchoolFilter key={key} name={text} question={key} value={params.get(key) ?? ''} onChange={set} />
            ))}
            <Link className="btn ml-auto" to="/routes/schools">
              Where people disagree
            </Link>
            {wanted.length > 0 && (
              <button type="button" className="btn" onClick={() => setParams({}, { replace: true })}>
                Show all
              </button>
            )}
          </div>
          {rows.length === 0 ? (
            <Empty>No route answers like that. Build one with N.</Empty>
          ) : (
            <RouteTable rows={rows} />
          )}
        </>
      )}
    </>
  );
}

type SchoolFilterProps = {
  readonly name: string;
  readonly question: SchoolQuestion;
  readonly value: string;
  readonly onChange: (question: string, value: string) => void;
};

function SchoolFilter({ name, question, value, onChange }: SchoolFilterProps) {
  const id = useId();
  return (
    <label htmlFor={id} className="block">
      <span className="label">{name}</span>
      <select
        id={id}
        className="field min-w-36"
        value={value}
        onChange={(event) => onChange(question, event.target.value)}
      >
        <option value="">any</option>
        {SCHOOLS[question].map((answer) => (
          <option key={answer}>{answer}</option>
        ))}
      </select>
    </label>
  );
}

function RouteTable({ rows }: { readonly rows: readonly RouteRow[] }) {
  return (
    <div className="overflow-x-auto px-[18px] pb-6">
      <table className="table-plain w-full">
        <HeadRow names={['route', ...QUESTIONS.map(({ text }) => text), 'steps', 'batches']} />
        <tbody>
          {rows.map(({ route, schools, batches }) => (
            <tr key={route.id}>
              <td>
                <Link to={`/routes/${route.id}`} className="font-bold underline decoration-line underline-offset-4">
                  {route.name}
                </Link>
                {route.version > 1 && <span className="text-ink-2"> · version {route.version}</span>}
              </td>
              {QUESTIONS.map(({ key }) => (
                <td key={key}>{schools[key]}</td>
              ))}
              <td className="font-mono">{route.steps.length}</td>
              <td className="font-mono">{batches}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
