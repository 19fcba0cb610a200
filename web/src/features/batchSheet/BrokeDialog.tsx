import type { BatchState } from '@north-step/core/route';
import { useRef, useState } from 'react';
import { storePhoto } from '../../app/storePhoto.ts';
import { Sheet, Stepper } from '../../ui/index.ts';
import type { Send } from './send.ts';

type BrokeDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** What broke, how many of them were glued, and a photo of it. */
export function BrokeDialog({ batch, send, onClose }: BrokeDialogProps) {
  const left = batch.count - batch.broken;
  const [count, setCount] = useState(1);
  const [glued, setGlued] = useState(0);
  const [note, setNote] = useState('');
  const [photo, setPhoto] = useState<File>();
  const [wrong, setWrong] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const save = async () => {
    setWrong(undefined);
    const photoSha256 = photo && (await storePhoto(photo).catch((error: Error) => void setWrong(error.message)));
    if (photo && !photoSha256) return;
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
          <input
            ref={input}
            type="file"
            accept="image/png,image/jpeg,image/webp"
            capture="environment"
            className="sr-only"
            tabIndex={-1}
            aria-label="Photo of the break"
            onChange={(event) => setPhoto(event.target.files?.[0])}
          />
          <button type="button" className="btn mt-3" onClick={() => input.current?.click()}>
            {photo ? `Photo: ${photo.name}` : 'Add a photo'}
          </button>
          {wrong && (
            <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
              {wrong} What you said is still here.
            </p>
          )}
          <button type="button" className="btn btn-sea mt-3 ml-3" onClick={() => void save()}>
            Write it down
          </button>
        </>
      )}
    </Sheet>
  );
}
