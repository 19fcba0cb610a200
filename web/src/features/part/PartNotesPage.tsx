import type { PartNote } from '@north-step/contract';
import { Link, useSearchParams } from 'react-router';
import { usePartNotesQuery } from '../../app/api.ts';
import { useAppSelector } from '../../app/store.ts';
import { dayAndClock } from '../../app/useNow.ts';
import { Empty, Failed, HeadRow, Loading } from '../../ui/index.ts';
import { SlimBand } from '../next/index.ts';
import { PartView } from './PartView.tsx';
import { useStoredPart } from './useStoredPart.ts';

/** What the bench told whoever prepares the files, collected by part; to print, or to send as CSV. */
export function PartNotesPage() {
  const { data, isError, refetch } = usePartNotesQuery();
  const [params, setParams] = useSearchParams();
  if (isError && !data) return <Failed what="the notes on parts" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the notes on parts" />;
  const parts = byPart(data.notes);
  const chosen = parts.find(([name]) => name === params.get('part')) ?? parts[0];
  return (
    <>
      <SlimBand
        say={chosen ? `${chosen[0]}: ${countsOf(chosen[1])}` : 'No notes on parts yet'}
        more="What the bench tells whoever prepares the files."
      />
      {!chosen ? (
        <Empty>While trimming, open a batch and press “Tell the preparer”.</Empty>
      ) : (
        <div className="grid grid-cols-[300px_1fr] max-md:grid-cols-1">
          <nav aria-label="Parts with notes" className="border-r border-line py-3 print:hidden">
            <ul>
              {parts.map(([name, notes]) => (
                <li key={name}>
                  <button
                    type="button"
                    aria-pressed={name === chosen[0]}
                    className={`min-h-11 w-full px-[18px] py-1.5 text-left ${name === chosen[0] ? 'bg-liquid' : ''}`}
                    onClick={() => setParams({ part: name }, { replace: true })}
                  >
                    <b>{name}</b>
                    <span className="block text-[13px] text-ink-2">{countsOf(notes)}</span>
                  </button>
                </li>
              ))}
            </ul>
          </nav>
          <PartNotes key={chosen[0]} name={chosen[0]} notes={chosen[1]} />
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
    <section aria-label={`Notes on ${name}`} className="px-[18px] py-3">
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

/** Parts with their notes, most notes first. */
function byPart(notes: readonly PartNote[]): readonly (readonly [name: string, notes: readonly PartNote[]])[] {
  const parts = new Map<string, PartNote[]>();
  for (const note of notes) parts.set(note.part, [...(parts.get(note.part) ?? []), note]);
  return [...parts].sort((a, b) => b[1].length - a[1].length);
}

function countsOf(notes: readonly PartNote[]): string {
  const counts = new Map<string, number>();
  for (const { kind } of notes) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return [...counts].map(([kind, count]) => `${count} × ${kind}`).join(', ');
}
