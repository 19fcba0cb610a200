import type { Movement } from '@north-step/contract';
import { Link } from 'react-router';
import { dayAndClock } from '../../shell/useNow.ts';
import { useDo } from '../next/index.ts';

/** Movements, newest first. Those that are not part of a wash can be taken back by a mirror image. */
export function Movements({
  movements,
  shown = 30,
}: {
  readonly movements: readonly Movement[];
  readonly shown?: number;
}) {
  const acts = useDo();
  return (
    <section aria-label="Last movements" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">
        Last movements{' '}
        <Link to="/solvent/movements" className="ml-2 text-sm font-normal underline">
          all of them
        </Link>
      </h2>
      {movements.length === 0 && <p className="text-ink-2">Nothing has moved yet. Fill the fresh can first.</p>}
      <ul>
        {movements.slice(0, shown).map((movement) => (
          <li key={movement.id} className="flex items-start gap-3 border-b border-line py-1.5">
            <span className="font-mono whitespace-nowrap text-ink-2">{dayAndClock(movement.atMs)}</span>
            <span className="flex-1">
              <MovementText movement={movement} />
            </span>
            <UndoButton movement={movement} onUndo={(id) => void acts.send('solvent.reverse', {}, { postingId: id })} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What moved, linked to the batch or the run it belongs to. */
export function MovementText({ movement }: { readonly movement: Movement }) {
  const about = movement.batchId ? `/batches/${movement.batchId}` : movement.runId && `/solvent/runs/${movement.runId}`;
  return (
    <>
      <b>{movement.kind}</b>{' '}
      {about ? (
        <Link className="underline decoration-line underline-offset-4" to={about}>
          {movement.note}
        </Link>
      ) : (
        movement.note
      )}
      {movement.reversedBy && <span className="text-brick"> (taken back)</span>}
    </>
  );
}

export function UndoButton({
  movement,
  onUndo,
}: {
  readonly movement: Movement;
  readonly onUndo: (id: string) => void;
}) {
  if (movement.batchId || movement.runId || movement.reverses || movement.reversedBy || movement.kind === 'evaporate')
    return null;
  return (
    <button type="button" className="btn" onClick={() => onUndo(movement.id)}>
      Undo
    </button>
  );
}
