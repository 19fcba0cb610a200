import { type BatchState, piecesText } from '@north-step/core/batch';
import { scrapRefusal } from '@north-step/core/decide';
import { useState } from 'react';
import { Sheet, TextField } from '../../ui/index.ts';
import type { Send } from './send.ts';

type ScrapDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** A batch is given up, and why: its record is sealed as it is. */
export function ScrapDialog({ batch, send, onClose }: ScrapDialogProps) {
  const [because, setBecause] = useState('');
  const refusal = scrapRefusal(batch);
  const scrap = async () => {
    const answer = await send('batch.scrap', { because: because.trim() });
    if (answer?.ok) onClose();
  };
  return (
    <Sheet open onOpenChange={onClose} title={`Scrap ${batch.name}`}>
      <p className="text-ink-2">
        All of {piecesText(batch.part, batch.count)} are given up. The record is sealed with what was done, and this is
        not taken back. Uncured parts are resin: cure them in light before they go into the bin.
      </p>
      {refusal && (
        <p className="mt-3 border-l-4 border-brick pl-3">
          {refusal.message} {refusal.remedy}
        </p>
      )}
      <TextField label="Why" className="mt-3" longest={300} value={because} onChange={setBecause} />
      <button
        type="button"
        className="btn btn-sea mt-4"
        disabled={because.trim() === '' || refusal !== undefined}
        onClick={() => void scrap()}
      >
        Scrap it
      </button>
    </Sheet>
  );
}
