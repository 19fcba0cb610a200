import type { RecordList, RecordQuery, RecordRow } from '@north-step/contract';
import { RECORD_KINDS, type RecordKind } from '@north-step/core/record';
import { useRef } from 'react';
import { Link } from 'react-router';
import { ChainMark } from '../../glyphs/index.ts';
import { useKeys } from '../../shell/useKeys.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useRecordsQuery } from '../../store/api.ts';
import { Choice, Empty, Failed, HeadRow, Loading, Pages, SearchField } from '../../ui/index.ts';
import { asString, Filters, LitCell, OUTCOME_WORDS, RecordLinks, useFound, WashedCell } from '../find/index.ts';
import { SlimBand } from '../next/index.ts';
import { SaveAs } from './SaveAs.tsx';

const PAGE_SIZE = 50;
export const RECORD_KIND_WORDS: Readonly<Record<RecordKind, string>> = {
  made: 'record of processing',
  'later look': 'later inspection',
  correction: 'correction',
};

/** Sealed records, each chained to the one before: found by all that is known of their batches. */
export function RecordsPage() {
  const { params, set, count, found } = useFound();
  const offset = Number(params.get('from') ?? 0) || 0;
  const kind = RECORD_KINDS.find((one) => one === params.get('of'));
  const asked: RecordQuery = { ...found, ...(kind && { kind }) };
  const { data, isError, refetch } = useRecordsQuery({ ...asked, offset, limit: PAGE_SIZE });
  const finder = useRef<HTMLInputElement>(null);
  useKeys({ '/': () => finder.current?.focus() });
  if (isError && !data) return <Failed what="the records" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the records" />;
  return (
    <>
      <SlimBand
        say={chainText(data)}
        more={bookText(data)}
        keys={
          <a
            className="flex min-h-11 items-center rounded border-[1.5px] border-on-sea px-4 font-bold"
            href="/api/records/chain.json"
          >
            Save the chain
          </a>
        }
      />
      <RecordLinks />
      <Disagreements book={data.book} />
      {data.anchor && (
        <p className="mx-[18px] text-[13px] text-ink-2">
          Chain now <span className="font-mono break-all">{data.anchor}</span>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-4 px-[18px] py-2">
        <SearchField
          input={finder}
          className="max-w-80"
          placeholder="Find a record"
          label="Find a record"
          value={found.search ?? ''}
          onSearch={(q) => set({ q })}
        />
        <Choice
          label="Which records"
          value={kind ?? 'all'}
          options={[
            { value: 'all', text: 'All' },
            ...RECORD_KINDS.map((value) => ({ value, text: RECORD_KIND_WORDS[value] })),
          ]}
          onChange={(of) => set({ of: of === 'all' ? undefined : of })}
        />
        <span className="ml-auto text-ink-2">
          {data.total.toLocaleString('en-GB')} {data.total === 1 ? 'record' : 'records'}
        </span>
        <a className="underline" href={`/api/records.csv?${new URLSearchParams(asString(asked))}`}>
          Save as CSV
        </a>
      </div>
      <Filters params={params} set={set} count={count} />
      {data.rows.length === 0 && (
        <Empty>
          {data.all === 0
            ? 'Nothing is sealed yet. A batch is sealed as the last step of its route.'
            : 'No record matches. Clear what it is found by.'}
        </Empty>
      )}
      {data.rows.length > 0 && <RecordTable rows={data.rows} />}
      <Pages
        offset={offset}
        size={PAGE_SIZE}
        total={data.total}
        onOffset={(from) => set({ from: from > 0 ? String(from) : undefined })}
      />
    </>
  );
}

function RecordTable({ rows }: { readonly rows: readonly RecordRow[] }) {
  return (
    <table className="table-plain mx-[18px] my-2 w-[calc(100%-36px)]">
      <HeadRow
        names={[
          'record',
          'batch',
          'part',
          'resin, lot',
          'sealed',
          'washed at',
          'light, first look',
          'who',
          'chain',
          'save as',
        ]}
      />
      <tbody>
        {rows.map((row) => (
          <tr key={row.number}>
            <td className="font-mono">{row.number}</td>
            <td>
              <Link
                className="font-bold whitespace-nowrap underline decoration-line underline-offset-4"
                to={`/batches/${row.batchId}`}
              >
                {row.batchName}
              </Link>
              <span className="block text-sm text-ink-2">
                {row.kind === 'made' ? OUTCOME_WORDS[row.outcome] : RECORD_KIND_WORDS[row.kind]}
              </span>
            </td>
            <td>
              {row.part}
              {row.customer && <span className="block text-sm text-ink-2">{row.customer}</span>}
            </td>
            <td>
              {row.resin}
              <span className="block text-sm text-ink-2">{row.lot}</span>
            </td>
            <td className="font-mono whitespace-nowrap">{dayAndClock(row.sealedAtMs)}</td>
            <td>
              <WashedCell washed={row.washed} />
            </td>
            <td>
              <LitCell lightS={row.lightS} firstLook={row.firstLook} />
            </td>
            <td className="text-sm">{row.people.join(', ')}</td>
            <td>
              <ChainMark hash={row.hash} />
            </td>
            <td>
              <SaveAs number={row.number} kind={row.kind} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Disagreements({ book }: Pick<RecordList, 'book'>) {
  if (!book || book.found.length === 0) return null;
  return (
    <div role="alert" className="border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
      <b className="text-brick">
        What is kept does not fit together. Keep a copy of the data folder, and compare with a backup:
      </b>
      <ul>
        {book.found.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

function chainText({ all, brokenAt, checked }: RecordList): string {
  if (brokenAt !== null)
    return `The chain is broken at record ${brokenAt}: it was changed after sealing, or one is missing.`;
  const sealed = all === 1 ? '1 sealed record' : `${all.toLocaleString('en-GB')} sealed records`;
  return checked >= all
    ? `${sealed}: the chain is whole, from the first to the last.`
    : `${sealed}: whole up to ${checked.toLocaleString('en-GB')}, the rest is being checked.`;
}

/** When facts and what follows from them were held against each other last, and how much of them. */
function bookText({ book }: RecordList): string {
  if (!book) return 'Facts, states and the solvent book are being checked against each other.';
  const looked = `${book.batches} batches against their events, ${book.accounts} accounts against their movements`;
  return `Checked on ${dayAndClock(book.atMs)}: ${looked}${book.found.length === 0 ? ', all in agreement.' : '.'}`;
}
