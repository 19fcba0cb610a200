import { type BatchState, isMixed, type KindCount, kindsOf, piecesText } from '@north-step/core/batch';
import { decideMerge } from '@north-step/core/decide';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { told } from '../../commands/outbox.ts';
import { useAppDispatch } from '../../store/store.ts';
import { Sheet } from '../../ui/index.ts';
import { countedOf, KindCounts } from '../pieces/index.ts';
import type { Send } from './send.ts';

type SplitDialogProps = {
  readonly batch: BatchState;
  /** batches on the bench */
  readonly open: readonly BatchState[];
  readonly send: Send;
  readonly onClose: () => void;
};

/** Pieces taken out as a batch of their own, or another batch put in. */
export function SplitDialog({ batch, open, send, onClose }: SplitDialogProps) {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const say = (text: string) => dispatch(told({ text, atMs: Date.now(), undoes: [] }));
  const split = async (pieces: readonly KindCount[]) => {
    const answer = await send('batch.split', isMixed(batch) ? { pieces } : { count: pieces[0]!.count });
    if (!answer?.ok) return;
    const { batch: goes } = answer.reply;
    say(`${piecesText(goes.part, goes.count)} of ${batch.name} are ${goes.name} now; this page speaks of ${goes.name}`);
    onClose();
    await navigate(`/batches/${goes.id}`);
  };
  const merge = async (other: BatchState) => {
    if (!(await send('batch.merge', { otherId: other.id }))?.ok) return;
    say(`${other.name} is part of ${batch.name} now; this page speaks of ${batch.name}`);
    onClose();
  };
  const others = open
    .filter(({ id, card }) => id !== batch.id && card.id === batch.card.id)
    .map((other) => ({ other, may: decideMerge(batch, other, { atMs: 0, by: '' }) }));
  return (
    <Sheet open onOpenChange={onClose} title={`Split or merge ${batch.name}`}>
      <h3 className="font-bold">Take pieces out</h3>
      {batch.count < 2 ? (
        <p className="text-ink-2">It is one piece.</p>
      ) : (
        <TakeOut batch={batch} onTake={(pieces) => void split(pieces)} />
      )}
      <h3 className="mt-5 font-bold">Put another in</h3>
      {others.length === 0 && <p className="text-ink-2">No other batch of {batch.card.name} is on the bench.</p>}
      <ul>
        {others.map(({ other, may }) => (
          <li key={other.id} className="flex items-center gap-3 border-b border-line py-1.5">
            <span className="min-w-0 flex-1">
              <b>{other.name}</b> {piecesText(other.part, other.count)}
              {!may.ok && <span className="block text-sm text-ink-2">{may.refusal.message}</span>}
            </span>
            <button type="button" className="btn" disabled={!may.ok} onClick={() => void merge(other)}>
              Put it in
            </button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}

/** How many of each kind leave. */
function TakeOut({
  batch,
  onTake,
}: {
  readonly batch: BatchState;
  readonly onTake: (pieces: readonly KindCount[]) => void;
}) {
  const [counts, setCounts] = useState<readonly number[]>(
    kindsOf(batch.part, batch.count).map(() => (isMixed(batch) ? 0 : 1)),
  );
  const leaving = counts.reduce((sum, count) => sum + count, 0);
  return (
    <div className="grid gap-2">
      <KindCounts
        batch={batch}
        label={(kind) => `${kind ?? 'Pieces'} that leave`}
        counts={counts}
        onChange={setCounts}
        oneStays
      />
      <button
        type="button"
        className="btn btn-sea justify-self-start"
        disabled={leaving < 1 || leaving >= batch.count}
        onClick={() => onTake(countedOf(batch, counts))}
      >
        Make them a batch of their own
      </button>
    </div>
  );
}
