import type { BatchState } from '@north-step/core/route';
import { useState } from 'react';
import { useKeptPhoto } from '../../app/useKeptPhoto.ts';
import { PhotoPick, PhotoRefusal, Sheet, Stepper } from '../../ui/index.ts';
import type { Send } from './send.ts';

type BrokeDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** What broke, how many of them were glued, and a photo of it. */
export function BrokeDialog({ batch, send, onClose }: BrokeDialogProps) {
  const left = batch.count - batch.broken;
  const [count, setCount] = useState(1);
  const [glued, setGlued] = useState(0);
  const [note, setNote] = useState('');
  const { photo, setPhoto, wrong, store } = useKeptPhoto();
  const save = async () => {
    const photoSha256 = await store();
    if (photoSha256 === false) return;
    const answer = await send('broke', { count, glued, note: note.trim() || undefined, photoSha256 });
    if (answer?.ok) onClose();
  };
  return (
    <Sheet open onOpenChange={onClose} title={`Broken in ${batch.name}`}>
      {left < 1 ? (
        <p>All {batch.count} pieces are already counted as broken.</p>
      ) : (
        <>
          <div className="grid gap-3">
            <Stepper
              label="Pieces broken"
              value={count}
              min={1}
              max={left}
              unit={`broken of ${left}`}
              onChange={setCount}
            />
            <Stepper
              label="Pieces glued"
              value={Math.min(glued, count)}
              min={0}
              max={count}
              unit="of them glued"
              onChange={setGlued}
            />
          </div>
          <p className="mt-2 text-sm text-ink-2">
            Cyanoacrylate and activator on dry faces, extraction on; a glued piece is said to be so in the record.
          </p>
          <label className="mt-2 block">
            <span className="label">What broke, where</span>
            <input className="field" maxLength={300} value={note} onChange={(event) => setNote(event.target.value)} />
          </label>
          <div className="mt-3">
            <PhotoPick label="Photo of the break" photo={photo} onPhoto={setPhoto} />
          </div>
          <PhotoRefusal wrong={wrong} />
          <button type="button" className="btn btn-sea mt-3" onClick={() => void save()}>
            Write it down
          </button>
        </>
      )}
    </Sheet>
  );
}
