import type { BatchState } from '@north-step/core/batch';
import { useState } from 'react';
import { Sheet, TextField } from '../../ui/index.ts';
import type { Send } from './send.ts';

type HoldDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** Why nothing may be begun on it. */
export function HoldDialog({ batch, send, onClose }: HoldDialogProps) {
  const [reason, setReason] = useState('');
  const hold = async () => {
    const answer = await send('batch.hold', { reason: reason.trim() });
    if (answer?.ok) onClose();
  };
  return (
    <Sheet open onOpenChange={onClose} title={`Hold ${batch.name}`}>
      <p className="text-ink-2">Nothing is begun on it until it is released. What runs now can be finished.</p>
      <TextField label="Why" className="mt-3" longest={300} value={reason} onChange={setReason} />
      <button type="button" className="btn btn-sea mt-4" disabled={reason.trim() === ''} onClick={() => void hold()}>
        Hold it
      </button>
    </Sheet>
  );
}
