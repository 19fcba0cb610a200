import type { Movement } from '@north-step/contract';
import { Link } from 'react-router';
import { dayAndClock } from '../../app/useNow.ts';
import { useDo } from '../next/index.ts';

/** The newest movements. Those that are not part of a wash can be taken back by a mirror image. */
export function Movements({ movements }: { readonly movements: readonly Movement[] }) {
  const acts = useDo();
  return (
    <section aria-label="Last movements" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">Last movements</h2>
      {movements.length === 0 && <p className="text-ink-2">Nothing has moved yet. Fill the fresh can first.</p>}
      <ul>
        {movements.slice(0, 30).map((movement) => (
          <li key={movement.id} className="border-b border-line py-1.5">
            <div className="flex items-start gap-3">
              <span className="font-mono whitespace-nowrap text-ink-2">{dayAndClock(movement.atMs)}</span>
              <span className="flex-1">
                <b>{movement.kind}</b>{' '}
                {movement.batchId ? (
                  <Link className="underline decoration-line underline-offset-4" to={`/batches/${movement.batchId}`}>
                    {movement.note}
                  </Link>
                ) : (
                  movement.note
                )}
                {movement.reversedBy && <span className="text-brick"> (taken back)</span>}
              </span>
              {!movement.batchId && !movement.reverses && !movement.reversedBy && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => void acts.send('/api/solvent/reverse', { postingId: movement.id })}
                >
                  Undo
                </button>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
