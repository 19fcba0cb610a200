import type { BackupMade } from '@north-step/contract';
import { useState } from 'react';
import { type Posted, postNow } from '../../commands/postNow.ts';
import { dayAndClock } from '../../shell/useNow.ts';
import { useBackupsQuery } from '../../store/api.ts';

const MB = 1024 * 1024;

/** Backups: made while work goes on, checked, to be saved on another disk. */
export function Backups() {
  const { data, refetch } = useBackupsQuery();
  const [making, setMaking] = useState(false);
  const [made, setMade] = useState<Posted<BackupMade>>();
  const make = async () => {
    setMaking(true);
    setMade(await postNow<BackupMade>('/api/backups'));
    setMaking(false);
    void refetch();
  };
  const backups = data?.backups ?? [];
  return (
    <section aria-label="Backups" className="mt-5">
      <h2 className="text-lg font-bold">Backups</h2>
      <p className="text-[13px] text-ink-2">
        One file with everything: batches, records, the solvent book, photos, meshes. It is opened and checked after it
        is written. The three newest stay here; save them on another disk. A backup is brought back into a new folder:{' '}
        <span className="font-mono whitespace-nowrap">npm run restore -- FILE --data FOLDER</span>
      </p>
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <button type="button" className="btn btn-sea" disabled={making} onClick={() => void make()}>
          {making ? 'The backup is written and checked …' : 'Make a backup'}
        </button>
        {made && (
          <span role="status">
            {made.ok
              ? `Done and checked: ${made.reply.book.batches} batches, ${made.reply.book.records} records, all in agreement.`
              : made.message}
          </span>
        )}
      </p>
      <ul className="mt-2">
        {backups.map(({ name, bytes, atMs }) => (
          <li key={name} className="flex flex-wrap items-center gap-3 border-b border-line py-1">
            <span className="font-mono">{dayAndClock(atMs)}</span>
            <span className="font-mono">{(bytes / MB).toFixed(1)} MB</span>
            <a
              className="inline-flex min-h-11 items-center underline"
              href={`/api/backups/${name}`}
              download
              aria-label={`Save ${name}`}
            >
              Save it
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
