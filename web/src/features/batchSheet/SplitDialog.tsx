import type { BatchReply } from '@north-step/contract';
import { type BatchState, decideMerge } from '@north-step/core/route';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Sheet, Stepper } from '../../ui/index.ts';
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
  const [count, setCount] = useState(1);
  const navigate = useNavigate();
  const split = async () => {
    const answer = await send('split', { count });
    if (!answer?.ok) return;
    onClose();
    await navigate(`/batches/${(answer.reply as BatchReply).batch.id}`);
  };
  const merge = async (otherId: string) => {
    if ((await send('merge', { otherId }))?.ok) onClose();
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
        <div className="flex flex-wrap items-center gap-3">
          <Stepper
            label="Pieces that leave"
            value={count}
            min={1}
            max={batch.count - 1}
            unit={`of ${batch.count}`}
            onChange={setCount}
          />
          <button type="button" className="btn btn-sea" onClick={() => void split()}>
            Make them a batch of their own
          </button>
        </div>
      )}
      <h3 className="mt-5 font-bold">Put another in</h3>
      {others.length === 0 && <p className="text-ink-2">No other batch of {batch.card.name} is on the bench.</p>}
      <ul>
        {others.map(({ other, may }) => (
          <li key={other.id} className="flex items-center gap-3 border-b border-line py-1.5">
            <span className="min-w-0 flex-1">
              <b>{other.name}</b> {other.count} × {other.part.name}
              {!may.ok && <span className="block text-sm text-ink-2">{may.refusal.message}</span>}
            </span>
            <button type="button" className="btn" disabled={!may.ok} onClick={() => void merge(other.id)}>
              Put it in
            </button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
