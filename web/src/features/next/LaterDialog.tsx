import { type BatchState, isMixed, type KindCount, kindsOf } from '@north-step/core/batch';
import { litAtMs } from '@north-step/core/decide';
import { type LaterLook, lookShape } from '@north-step/core/look';
import { useState } from 'react';
import { useKeptPhoto } from '../../commands/useKeptPhoto.ts';
import { PhotoPick, PhotoRefusal, Sheet, TextField } from '../../ui/index.ts';
import { countedOf, KindCounts } from '../pieces/index.ts';
import { Diagnosis } from './Diagnosis.tsx';
import { LookChoice } from './LookChoice.tsx';
import { markByLetter } from './letters.ts';
import { LATER_OPTIONS } from './looks.ts';
import { useCauses } from './useCauses.ts';

export type LaterSaid = {
  readonly seen: LaterLook;
  readonly count: number;
  /** of which kinds, where several are in the batch */
  readonly pieces?: readonly KindCount[];
  readonly cameBack?: true;
  readonly takeBack?: true;
  readonly note?: string;
  readonly photoSha256?: string;
};
type LaterDialogProps = {
  /** a sealed batch */
  readonly batch: BatchState;
  readonly onClose: () => void;
  readonly onSaid: (said: LaterSaid) => void;
};

/** A finished batch looked at again, or pieces of it that came back: what is seen is sealed behind its record. */
export function LaterDialog({ batch, onClose, onSaid }: LaterDialogProps) {
  const [seen, setSeen] = useState<LaterLook>('sound');
  const [counts, setCounts] = useState<readonly number[]>(kindsOf(batch.part, batch.count).map((kind) => kind.count));
  const count = counts.reduce((sum, one) => sum + one, 0);
  const [cameBack, setCameBack] = useState(false);
  const [takeBack, setTakeBack] = useState<boolean>();
  const [note, setNote] = useState('');
  const { causes, bench, nowMs } = useCauses(batch, seen);
  const taking = seen !== 'sound' && (takeBack ?? lookShape(seen).later === 'mended');
  const lit = litAtMs(batch);
  const { photo, setPhoto, wrong, store } = useKeptPhoto();
  const save = async () => {
    const photoSha256 = await store();
    if (photoSha256 === false) return;
    onSaid({
      seen,
      count,
      ...(isMixed(batch) ? { pieces: countedOf(batch, counts) } : {}),
      ...(cameBack ? { cameBack } : {}),
      ...(taking ? { takeBack: true } : {}),
      ...(note.trim() === '' ? {} : { note: note.trim() }),
      ...(photoSha256 ? { photoSha256 } : {}),
    });
  };
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Look again at ${batch.name}`}
      onKeyDown={(event) => markByLetter(event, LATER_OPTIONS, setSeen)}
    >
      <p className="mb-4 text-ink-2">
        {lit !== undefined && `Its light ended ${daysWords(nowMs - lit)} ago. `}
        Lay it on glass: flat? Bend a thin wall a little: cracks? Press with a clean glove: tack?
      </p>
      <LookChoice options={LATER_OPTIONS} value={seen} onChange={setSeen} />
      <div className="mt-2 flex items-end gap-4">
        <div className="grid gap-1">
          <span className="label">Pieces it was seen on</span>
          <KindCounts batch={batch} label={(kind) => kind ?? 'Pieces'} counts={counts} onChange={setCounts} />
        </div>
        <TextField label="Note" className="flex-1" longest={500} value={note} onChange={setNote} />
      </div>
      <label className="mt-1 flex min-h-11 items-center gap-3">
        <input type="checkbox" className="size-5" checked={cameBack} onChange={() => setCameBack(!cameBack)} />
        They came back from {batch.customer ?? 'whoever they were for'}
      </label>
      {causes && bench && <Diagnosis causes={causes} batch={batch} bench={bench} nowMs={nowMs} />}
      {seen !== 'sound' && (
        <label className="mt-1 flex min-h-11 items-center gap-3">
          <input type="checkbox" className="size-5" checked={taking} onChange={() => setTakeBack(!taking)} />
          Take {count === 1 ? 'it' : `these ${count}`} back onto the bench, as a batch of their own
        </label>
      )}
      <PhotoRefusal wrong={wrong} />
      <div className="sticky -bottom-6 -mx-6 mt-3 flex gap-3 border-t border-line bg-panel px-6 py-3">
        <button type="button" className="btn btn-sea" disabled={count < 1} onClick={() => void save()}>
          Seal what was seen
        </button>
        <PhotoPick label="Photo of what you see" photo={photo} onPhoto={setPhoto} />
      </div>
    </Sheet>
  );
}

function daysWords(ms: number): string {
  const hours = Math.round(ms / 3_600_000);
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} days`;
}
