import type { BatchState } from '@north-step/core/route';
import { useState } from 'react';
import { Sheet } from '../../ui/index.ts';

type FlagDialogProps = {
  readonly batch: BatchState;
  readonly onClose: () => void;
  readonly onFlag: (note: string | null) => void;
};
const READY = [
  'Ask the lead before going on',
  'Fell or was knocked over',
  'White marks',
  'Soft underside',
  'A piece is missing',
];

/** Raises a flag with a reason, or lowers it. */
export function FlagDialog({ batch, onClose, onFlag }: FlagDialogProps) {
  const [note, setNote] = useState(batch.flag ?? '');
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Flag ${batch.name}`}>
      <div className="flex flex-wrap gap-2">
        {READY.map((text) => (
          <button key={text} type="button" className="btn" onClick={() => setNote(text)}>
            {text}
          </button>
        ))}
      </div>
      <label className="mt-4 block">
        <span className="label">What is wrong</span>
        <input className="field" value={note} maxLength={300} onChange={(event) => setNote(event.target.value)} />
      </label>
      <div className="mt-5 flex gap-3">
        <button type="button" className="btn btn-sea" disabled={note.trim() === ''} onClick={() => onFlag(note.trim())}>
          Raise the flag
        </button>
        {batch.flag && (
          <button type="button" className="btn" onClick={() => onFlag(null)}>
            Lower the flag
          </button>
        )}
      </div>
    </Sheet>
  );
}
