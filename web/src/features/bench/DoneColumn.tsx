import type { BatchState } from '@north-step/core/route';
import { Link } from 'react-router';
import { Flag } from '../../glyphs/index.ts';

type DoneColumnProps = {
  readonly done: readonly BatchState[];
  readonly flagged: readonly BatchState[];
  readonly onChoose: (batchId: string) => void;
};
const SHOWN = 4;

/** What was sealed today, and what carries a flag. */
export function DoneColumn({ done, flagged }: DoneColumnProps) {
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-1 px-2.5 pt-2 pb-3">
      <h3 className="font-bold">Done today</h3>
      <p className="min-h-9 text-[13px] leading-snug text-ink-2">
        {done.length} sealed, {flagged.length} flagged
      </p>
      <ul className="space-y-2">
        {[...flagged, ...done].slice(0, SHOWN).map((batch) => (
          <li key={batch.id}>
            <Link
              to={`/batches/${batch.id}`}
              aria-label={`${batch.name}, ${batch.flag ? 'flagged' : 'sealed'}`}
              className="frame flex min-h-11 items-center gap-2 bg-panel px-2.5"
            >
              <Flag state={batch.flag ? 'held' : 'done'} />
              <span className="truncate font-bold">{batch.name}</span>
              <span className="font-mono">{batch.flag ? 'flag' : 'ok'}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
