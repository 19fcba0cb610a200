import type { RecordList } from '@north-step/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useRecordsQuery } from '../../app/api.ts';
import { dayAndClock } from '../../app/useNow.ts';
import { ChainMark } from '../../glyphs/index.ts';
import { Empty, Failed, HeadRow, Loading, Pages } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';

const PAGE_SIZE = 50;

/** Sealed records, each chained to the one before, to be saved in open formats. */
export function RecordsPage() {
  const [offset, setOffset] = useState(0);
  const { data, isError, refetch } = useRecordsQuery({ offset, limit: PAGE_SIZE });
  if (isError && !data) return <Failed what="the records" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the records" />;
  const sealed = data.total === 1 ? '1 sealed record' : `${data.total.toLocaleString('en-GB')} sealed records`;
  return (
    <>
      <SlimBand
        say={
          data.brokenAt !== null
            ? `The chain is broken at record ${data.brokenAt}: it was changed after sealing, or one is missing.`
            : data.checked >= data.total
              ? `${sealed}: the chain is whole, from the first to the last.`
              : `${sealed}: whole up to ${data.checked.toLocaleString('en-GB')}, the rest is being checked.`
        }
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
      {data.book && data.book.found.length > 0 && (
        <div role="alert" className="border-b-[1.5px] border-brick bg-panel px-[18px] py-2">
          <b className="text-brick">
            What is kept does not fit together. Keep a copy of the data folder, and compare with a backup:
          </b>
          <ul>
            {data.book.found.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
      )}
      {data.anchor && (
        <p className="mx-[18px] mt-2 text-[13px] text-ink-2">
          Chain now <span className="font-mono break-all">{data.anchor}</span>. Kept elsewhere, this line shows later
          that nothing before it was changed or cut off:{' '}
          <span className="font-mono whitespace-nowrap">npm run verify-records -- FILE --expect LINE</span>
        </p>
      )}
      {data.rows.length === 0 && <Empty>Nothing is sealed yet. A batch is sealed as the last step of its route.</Empty>}
      {data.rows.length > 0 && (
        <table className="table-plain mx-[18px] my-2 w-[calc(100%-36px)]">
          <HeadRow names={['record', 'batch', 'of', 'part', 'resin', 'sealed', 'chain', 'save as']} />
          <tbody>
            {data.rows.map((row) => (
              <tr key={row.number}>
                <td className="font-mono">{row.number}</td>
                <td>
                  <Link
                    className="font-bold underline decoration-line underline-offset-4"
                    to={`/batches/${row.batchId}`}
                  >
                    {row.batchName}
                  </Link>
                </td>
                <td>{row.kind === 'made' ? 'record of processing' : 'later inspection'}</td>
                <td>{row.part}</td>
                <td>{row.resin}</td>
                <td className="font-mono">{dayAndClock(row.sealedAtMs)}</td>
                <td>
                  <ChainMark hash={row.hash} />
                </td>
                <td className="space-x-3">
                  {(['pdf', 'json', 'csv'] as const).map((kind) => (
                    <a
                      key={kind}
                      className="inline-block min-h-6 underline"
                      href={`/api/records/${row.number}/file.${kind}`}
                      aria-label={`Record ${row.number} as ${kind.toUpperCase()}`}
                    >
                      {kind.toUpperCase()}
                    </a>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {data.total > PAGE_SIZE && (
        <Pages
          text={`${offset + 1}–${Math.min(offset + PAGE_SIZE, data.total)} of ${data.total}`}
          newer={offset > 0 ? () => setOffset(Math.max(0, offset - PAGE_SIZE)) : undefined}
          older={offset + PAGE_SIZE < data.total ? () => setOffset(offset + PAGE_SIZE) : undefined}
        />
      )}
    </>
  );
}

/** When facts and what follows from them were held against each other last, and how much of them. */
function bookText({ book }: RecordList): string {
  if (!book) return 'Facts, states and the solvent book are being checked against each other.';
  const looked = `${book.batches} batches against their events, ${book.accounts} accounts against their movements`;
  return `Checked on ${dayAndClock(book.atMs)}: ${looked}${book.found.length === 0 ? ', all in agreement.' : '.'}`;
}
