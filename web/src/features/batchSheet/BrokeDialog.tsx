import { type BatchState, wholeOf } from '@north-step/core/batch';
import { useState } from 'react';
import { useKeptPhoto } from '../../commands/useKeptPhoto.ts';
import { Choice, PhotoPick, PhotoRefusal, Sheet, Stepper, TextField } from '../../ui/index.ts';
import type { Send } from './send.ts';

type BrokeDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** What broke, how many of them were glued, and a photo of it; a wrong count is put right. */
export function BrokeDialog({ batch, send, onClose }: BrokeDialogProps) {
  return (
    <Sheet open onOpenChange={onClose} title={`Broken in ${batch.name}`}>
      {batch.count - batch.broken < 1 ? (
        <p>All {batch.count} pieces are already counted as broken.</p>
      ) : (
        <MoreBroke batch={batch} send={send} onClose={onClose} />
      )}
      {batch.broken > 0 && <Recount batch={batch} send={send} onClose={onClose} />}
    </Sheet>
  );
}

function MoreBroke({ batch, send, onClose }: BrokeDialogProps) {
  const kinds = wholeOf(batch);
  const [which, setWhich] = useState(kinds.find(({ count }) => count > 0)?.name);
  const mixed = kinds.length > 1;
  const left = Math.min(batch.count - batch.broken, kinds.find(({ name }) => name === which)?.count ?? 0);
  const [wanted, setCount] = useState(1);
  const count = Math.max(1, Math.min(left, wanted));
  const [glued, setGlued] = useState(0);
  const [note, setNote] = useState('');
  const { photo, setPhoto, wrong, store } = useKeptPhoto();
  const save = async () => {
    const photoSha256 = await store();
    if (photoSha256 === false) return;
    const answer = await send('batch.broke', {
      count,
      glued: Math.min(glued, count),
      which: mixed ? which : undefined,
      note: note.trim() || undefined,
      photoSha256,
    });
    if (answer?.ok) onClose();
  };
  return (
    <>
      {mixed && (
        <div className="mb-3">
          <span className="label">Which of them</span>
          <Choice
            label="Which of them"
            value={which}
            options={kinds.filter((kind) => kind.count > 0).map(({ name }) => ({ value: name, text: name }))}
            onChange={setWhich}
          />
        </div>
      )}
      <div className="grid gap-3">
        <Stepper
          label="Pieces broken"
          value={count}
          min={1}
          max={Math.max(1, left)}
          unit={`broken of ${left}${mixed ? ` × ${which}` : ''}`}
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
      <TextField label="What broke, where" className="mt-2" longest={300} value={note} onChange={setNote} />
      <div className="mt-3">
        <PhotoPick label="Photo of the break" photo={photo} onPhoto={setPhoto} />
      </div>
      <PhotoRefusal wrong={wrong} />
      <button type="button" className="btn btn-sea mt-3" onClick={() => void save()}>
        Write it down
      </button>
    </>
  );
}

/** So many are broken in all, and why it was counted otherwise. */
function Recount({ batch, send, onClose }: BrokeDialogProps) {
  const [broken, setBroken] = useState(batch.broken - 1);
  const [because, setBecause] = useState('');
  const save = async () => {
    if ((await send('batch.recount', { broken, because: because.trim() }))?.ok) onClose();
  };
  return (
    <section aria-label="Counted wrongly" className="mt-5 border-t border-line pt-3">
      <h3 className="font-bold">Counted wrongly?</h3>
      <Stepper
        label="Broken in all"
        value={broken}
        min={0}
        max={batch.count}
        unit={`broken in all, not ${batch.broken}`}
        onChange={setBroken}
      />
      <TextField label="Why" className="mt-2" longest={300} value={because} onChange={setBecause} />
      <button
        type="button"
        className="btn mt-2"
        disabled={because.trim() === '' || broken === batch.broken}
        onClick={() => void save()}
      >
        Put the count right
      </button>
    </section>
  );
}
