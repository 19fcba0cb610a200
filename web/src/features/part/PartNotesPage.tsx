import type { PartNote, PartSize } from '@north-step/contract';
import { Link, useSearchParams } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { usePartNotesQuery, usePartSizesQuery } from '../../store/api.ts';
import { useAppSelector } from '../../store/store.ts';
import { Empty, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { PartSizes } from '../caliper/index.ts';
import { SlimBand } from '../next/index.ts';
import { PartView } from './PartView.tsx';
import { useStoredPart } from './useStoredPart.ts';

/** What the bench told whoever prepares the files, collected by part; to print, or to send as CSV. */
export function PartNotesPage() {
  const { data, isError, refetch } = usePartNotesQuery();
  const { sizes = [] } = usePartSizesQuery('').data ?? {};
  const [params, setParams] = useSearchParams();
  if (isError && !data) return <Failed what="the notes on parts" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the notes on parts" />;
  const parts = byPart(data.notes, sizes);
  const chosen = parts.find(([name]) => name === params.get('part')) ?? parts[0];
  return (
    <>
      <SlimBand
        say={chosen ? `${chosen[0]}: ${countsOf(chosen[1], chosen[2])}` : 'No notes on parts yet'}
        more="What the bench tells whoever prepares the files."
      />
      {!chosen ? (
        <Empty>While trimming, open a batch and press “Tell the preparer”, or type in sizes.</Empty>
      ) : (
        <div className="grid grid-cols-[300px_1fr] max-md:grid-cols-1">
          <nav aria-label="Parts with notes" className="border-r border-line py-3 print:hidden">
            <ul>
              {parts.map(([name, notes, measured]) => (
                <li key={name}>
                  <button
                    type="button"
                    aria-pressed={name === chosen[0]}
                    className={`min-h-11 w-full px-[18px] py-1.5 text-left ${name === chosen[0] ? 'bg-liquid' : ''}`}
                    onClick={() => setParams({ part: name }, { replace: true })}
                  >
                    <b>{name}</b>
                    <span className="block text-[13px] text-ink-2">{countsOf(notes, measured)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </nav>
          <section key={chosen[0]} className="px-[18px] py-3">
            {chosen[2].length > 0 && <PartSizes name={chosen[0]} sizes={chosen[2]} />}
            {chosen[1].length > 0 && <PartNotes name={chosen[0]} notes={chosen[1]} />}
          </section>
        </div>
      )}
    </>
  );
}

function PartNotes({ name, notes }: { readonly name: string; readonly notes: readonly PartNote[] }) {
  const theme = useAppSelector((state) => state.here.theme);
  const meshSha256 = notes.find((note) => note.meshSha256)?.meshSha256;
  const part = useStoredPart(meshSha256);
  const placed = notes.filter((note) => note.meshSha256 === meshSha256 && note.atMm);
  return (
    <section aria-label={`Notes on ${name}`} className="mt-4">
      {part && (
        <PartView
          part={part}
          name={name}
          theme={theme}
          hint="turn with the arrow keys; numbers as in the table"
          marks={placed.map((note) => ({
            text: String(notes.indexOf(note) + 1),
            at: note.atMm as [number, number, number],
          }))}
        />
      )}
      <table className="table-plain mt-3 w-full">
        <HeadRow names={['no.', 'what', 'in words', 'batch', 'who', 'when']} />
        <tbody>
          {notes.map((note, i) => (
            <tr key={note.id}>
              <td className="font-mono">{i + 1}</td>
              <td className="font-bold">{note.kind}</td>
              <td>{note.text || '–'}</td>
              <td>
                <Link className="underline" to={`/batches/${note.batchId}`}>
                  {note.batchName}
                </Link>
              </td>
              <td>{note.by}</td>
              <td className="font-mono whitespace-nowrap">{dayAndClock(note.atMs)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 flex gap-4 print:hidden">
        <button type="button" className="btn" onClick={() => window.print()}>
          Print
        </button>
        <a className="btn" href={`/api/part-notes.csv?${new URLSearchParams({ part: name })}`}>
          Save as CSV
        </a>
      </p>
    </section>
  );
}

type Part = readonly [name: string, notes: readonly PartNote[], sizes: readonly PartSize[]];
/** Parts with their notes and sizes, most of them first. */
function byPart(notes: readonly PartNote[], sizes: readonly PartSize[]): readonly Part[] {
  const names = [...new Set([...notes, ...sizes].map(({ part }) => part))];
  const of = <T extends { readonly part: string }>(all: readonly T[], name: string) =>
    all.filter(({ part }) => part === name);
  const parts = names.map((name): Part => [name, of(notes, name), of(sizes, name)]);
  return parts.sort((a, b) => b[1].length + b[2].length - a[1].length - a[2].length);
}

function countsOf(notes: readonly PartNote[], sizes: readonly PartSize[]): string {
  const counts = new Map<string, number>();
  for (const { kind } of notes) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const told = [...counts].map(([kind, count]) => `${count} × ${kind}`);
  const measured = sizes.length > 0 ? [`${sizes.length} ${sizes.length === 1 ? 'size' : 'sizes'}`] : [];
  return [...told, ...measured].join(', ');
}
