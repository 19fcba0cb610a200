import { type RunState, runNext } from '@north-step/core/reclaim';
import { Link } from 'react-router';
import { calledBack } from '../next/index.ts';

/** Reclaim runs under way: what each wants, and when somebody is called back. */
export function RunStrip({ runs, nowMs }: { readonly runs: readonly RunState[]; readonly nowMs: number }) {
  if (runs.length === 0) return null;
  return (
    <ul aria-label="Reclaim runs" className="flex flex-wrap gap-x-7 border-b border-line px-[18px]">
      {runs.map((run) => {
        const next = runNext(run, nowMs);
        return (
          <li key={run.id}>
            <Link to={`/solvent/runs/${run.id}`} className="flex min-h-11 items-center gap-2">
              <span className="text-ink-2">{run.name}</span>
              <span className={next?.needsHands ? 'font-bold' : ''}>{next?.say}</span>
              {next?.dueInS !== undefined && (
                <span className={next.dueInS > 0 ? 'text-ink-2' : 'font-bold text-brick'}>
                  {calledBack(next.dueInS)}
                </span>
              )}
            </Link>
          </li>
        );
      })}
    </ul>
  );
}
