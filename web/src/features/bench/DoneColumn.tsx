import type { DoneBatch } from '@north-step/contract';
import { Link } from 'react-router';
import { Flag } from '../../glyphs/index.ts';

const SHOWN = 4;

/** What was sealed today. What is held or flagged stays where its parts are. */
export function DoneColumn({ done }: { readonly done: readonly DoneBatch[] }) {
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-1 px-2.5 pt-2 pb-3">
      <h3 className="font-bold">Done today</h3>
      <p className="min-h-9 text-[13px] leading-snug text-ink-2">{done.length} sealed</p>
      <ul className="space-y-2">
        {done.slice(0, SHOWN).map((batch) => (
          <li key={batch.id}>
            <Link
              to={`/batches/${batch.id}`}
              aria-label={`${batch.name}, ${batch.outcome === 'scrapped' ? 'scrapped' : 'sealed'}${batch.flag ? `, flagged: ${batch.flag}` : ''}`}
              className="frame flex min-h-11 flex-wrap items-center gap-x-2 bg-panel px-2.5"
            >
              <Flag state="done" />
              <span className="font-bold whitespace-nowrap">{batch.name}</span>
              <span className="font-mono">{batch.outcome === 'scrapped' ? 'scrapped' : batch.flag ? '⚑' : 'ok'}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
