import { RECALLS, type RecallQuery, type RecallReply, type RecallRow } from '@north-step/contract';
import { Link } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { Choice, Empty, Failed, HeadRow, Loading, Pages, SelectField } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { useFindChoicesQuery, useRecallQuery } from './endpoints.ts';
import { DayField } from './Filters.tsx';
import { named } from './options.ts';
import { RecordLinks } from './RecordLinks.tsx';
import { asString, NOTHING, useFound } from './useFound.ts';
import { OUTCOME_WORDS, RECALL_WORDS, whyWords } from './words.ts';

const PAGE_SIZE = 100;

/** The questions of a recall, each answered with a list to print or to save. The address holds the question. */
export function RecallPage() {
  const { params, set, found } = useFound();
  const question = RECALLS.find((one) => one === params.get('question')) ?? 'lot';
  const offset = Number(params.get('from') ?? 0) || 0;
  const { cardId, lot, bath, lamp, fromMs, toMs } = found;
  const asked = Object.fromEntries(
    Object.entries({ cardId, lot, bath, lamp, fromMs, toMs }).filter(([, value]) => value !== undefined),
  ) as RecallQuery;
  const ready = question !== 'lot' || lot !== undefined;
  const {
    currentData: data,
    isError,
    refetch,
    isFetching,
  } = useRecallQuery({ question, ...asked, offset, limit: PAGE_SIZE }, { skip: !ready });
  const shown = ready ? data : undefined;
  return (
    <>
      <SlimBand say={shown ? totalText(shown) : RECALL_WORDS[question].text} more={RECALL_WORDS[question].says} />
      <RecordLinks />
      <div className="px-[18px] py-3">
        <div className="print:hidden">
          <Choice
            label="What is asked"
            value={question}
            options={RECALLS.map((value) => ({ value, text: RECALL_WORDS[value].text }))}
            onChange={(next) => set({ ...NOTHING, question: next })}
          />
          <Fields params={params} question={question} set={set} />
        </div>
        {isError && !shown && <Failed what="the recall" onRetry={() => void refetch()} />}
        {ready && !shown && !isError && <Loading what="the batches" />}
        {!ready && <Empty>Choose the lot that is recalled.</Empty>}
        {shown?.total === 0 && !isFetching && <Empty>No batch is touched.</Empty>}
        {shown && shown.total > 0 && (
          <>
            <p className="my-2 flex flex-wrap gap-3 print:hidden">
              <button type="button" className="btn btn-sea" onClick={() => window.print()}>
                Print the list
              </button>
              <a className="btn" href={`/api/recall/${question}/list.csv?${new URLSearchParams(asString(asked))}`}>
                Save all as CSV
              </a>
            </p>
            <RecallTable rows={shown.rows} />
          </>
        )}
        {shown && (
          <Pages
            offset={offset}
            size={PAGE_SIZE}
            total={shown.total}
            onOffset={(from) => set({ from: from > 0 ? String(from) : undefined })}
          />
        )}
      </div>
    </>
  );
}

function totalText({ total, sure, pieces }: RecallReply): string {
  if (total === 0) return 'No batch is touched.';
  const batches = `${total.toLocaleString('en-GB')} ${total === 1 ? 'batch' : 'batches'}, ${pieces.toLocaleString('en-GB')} ${pieces === 1 ? 'piece' : 'pieces'}`;
  if (sure === total) return `${batches}.`;
  return `${batches}: ${sure.toLocaleString('en-GB')} certainly, ${(total - sure).toLocaleString('en-GB')} perhaps.`;
}

type FieldsProps = {
  readonly params: URLSearchParams;
  readonly question: (typeof RECALLS)[number];
  readonly set: ReturnType<typeof useFound>['set'];
};
function Fields({ params, question, set }: FieldsProps) {
  const choices = useFindChoicesQuery().data;
  const of = (name: string) => params.get(name) ?? '';
  if (!choices) return null;
  const lots = choices.resins
    .filter(({ id }) => of('resin') === '' || id === of('resin'))
    .flatMap(({ id, name, lots: codes }) =>
      codes.map((code) => ({ value: `${id} ${code}`, text: `${code} (${name})` })),
    );
  const lot = lots.find(({ value }) => value.endsWith(` ${of('lot')}`) && value.startsWith(of('resin')));
  return (
    <div className="mt-3 grid max-w-[900px] grid-cols-4 gap-4 max-md:grid-cols-2">
      {question === 'lot' && (
        <SelectField
          label="Lot"
          className="col-span-2"
          value={of('lot') === '' ? '' : lot?.value}
          options={[{ value: '', text: 'choose a lot' }, ...lots]}
          onChange={(value) => {
            const at = value.indexOf(' ');
            set({ resin: value.slice(0, Math.max(0, at)), lot: value.slice(at + 1) });
          }}
        />
      )}
      {(question === 'over' || question === 'reading') && (
        <SelectField
          label="Bath"
          value={of('bath')}
          options={named(choices.baths)}
          onChange={(bath) => set({ bath })}
        />
      )}
      {question === 'lamp' && (
        <SelectField
          label="Lamp"
          value={of('lamp')}
          options={named(choices.lamps)}
          onChange={(lamp) => set({ lamp })}
        />
      )}
      {question !== 'lot' && (
        <>
          <DayField label="From" value={of('since')} onChange={(since) => set({ since })} />
          <DayField label="To" value={of('until')} onChange={(until) => set({ until })} />
        </>
      )}
    </div>
  );
}

function RecallTable({ rows }: { readonly rows: readonly RecallRow[] }) {
  return (
    <table className="table-plain w-full">
      <HeadRow names={['batch', 'part', 'resin, lot', 'for', 'ended', 'when', 'certain', 'why', 'record']} />
      <tbody>
        {rows.map((row) => (
          <tr key={row.batchId}>
            <td>
              <Link
                className="font-bold whitespace-nowrap underline decoration-line underline-offset-4"
                to={`/batches/${row.batchId}`}
              >
                {row.name}
              </Link>
            </td>
            <td>
              {row.count} × {row.part}
            </td>
            <td>
              {row.resin}
              <span className="block text-sm text-ink-2">{row.lot}</span>
            </td>
            <td>{row.customer ?? '–'}</td>
            <td>
              {OUTCOME_WORDS[row.outcome]}
              {row.sealedAtMs !== null && (
                <span className="block font-mono text-sm text-ink-2">{dayAndClock(row.sealedAtMs)}</span>
              )}
            </td>
            <td className="font-mono whitespace-nowrap">{dayAndClock(row.atMs)}</td>
            <td>{row.sure ? <b>yes</b> : 'may be'}</td>
            <td>{whyWords(row.why)}</td>
            <td className="font-mono">
              {row.record === null ? (
                '–'
              ) : (
                <a
                  className="underline"
                  href={`/api/records/${row.record}/file.pdf`}
                  aria-label={`Record ${row.record}`}
                >
                  {row.record}
                </a>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
