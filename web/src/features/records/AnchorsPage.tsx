import { dayText } from '../../shell/useNow.ts';
import { Empty, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { RecordLinks } from '../find/index.ts';
import { SlimBand } from '../next/index.ts';
import { useAnchorsQuery } from './endpoints.ts';

/** The line of each day: printed or mailed, it shows later that nothing before it was changed or cut off. */
export function AnchorsPage() {
  const { data, isError, refetch } = useAnchorsQuery();
  if (isError && !data) return <Failed what="the anchors" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the anchors" />;
  const [newest] = data.days;
  const mail = newest && mailOf(newest.day, newest.anchor);
  return (
    <>
      <SlimBand
        say={newest ? `The chain at the end of ${dayText(Date.parse(`${newest.day}T12:00:00`))}` : 'No anchor yet'}
        more={newest?.anchor ?? 'Nothing is sealed yet.'}
      />
      <RecordLinks />
      <div className="px-[18px] py-2">
        <p className="max-w-[75ch] text-ink-2">
          Each line holds how many records there were and the hash of the last. Kept where the workshop cannot change
          it, on paper or in a mailbox, it shows later that none before it was changed, taken away or written anew: give
          it to
          <i> Verify a file</i>, or to <span className="font-mono">npm run verify-records -- FILE --expect LINE</span>.
        </p>
        {mail && (
          <p className="my-2 flex gap-3 print:hidden">
            <button type="button" className="btn btn-sea" onClick={() => window.print()}>
              Print
            </button>
            <a className="btn" href={mail}>
              Mail the newest
            </a>
          </p>
        )}
        {data.days.length === 0 && <Empty>The first sealed record makes the first line.</Empty>}
        {data.days.length > 0 && (
          <table className="table-plain w-full">
            <HeadRow names={['day', 'line']} />
            <tbody>
              {data.days.map(({ day, anchor }) => (
                <tr key={day}>
                  <td className="font-mono whitespace-nowrap">{day}</td>
                  <td className="font-mono break-all">{anchor}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </>
  );
}

const mailOf = (day: string, anchor: string): string =>
  `mailto:?subject=${encodeURIComponent(`Record chain ${day}`)}&body=${encodeURIComponent(`${day} ${anchor}\n`)}`;
