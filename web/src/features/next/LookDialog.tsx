import type { BatchState, Step } from '@north-step/core/batch';
import type { PhotoColour } from '@north-step/core/colour';
import type { LookOutcome } from '@north-step/core/look';
import { isLookAfter } from '@north-step/core/route';
import { lazy, Suspense, useState } from 'react';
import { useKeptPhoto } from '../../commands/useKeptPhoto.ts';
import { pedalKey } from '../../shell/useKeys.ts';
import { Choice, PhotoPick, PhotoRefusal, Sheet, Stepper, TextField } from '../../ui/index.ts';
import { Diagnosis } from './Diagnosis.tsx';
import { LookChoice } from './LookChoice.tsx';
import { markByLetter } from './letters.ts';
import { looksFor } from './looks.ts';
import { useCauses } from './useCauses.ts';

const ColourCheck = lazy(async () => ({ default: (await import('../colour/index.ts')).ColourCheck }));

type LookDialogProps = {
  readonly batch: BatchState;
  readonly step: Step;
  /** what is marked when it opens */
  readonly seen?: LookOutcome | undefined;
  readonly onClose: () => void;
  readonly onLook: (look: {
    outcome: LookOutcome;
    broken?: number | undefined;
    note?: string | undefined;
    colour?: PhotoColour | undefined;
    photoSha256?: string | undefined;
    remedy?: 'wash' | 'light' | undefined;
  }) => void;
};

/** Says what was seen, how many broke, and a note. Opened by I; its first answer has the focus. */
export function LookDialog({ batch, step, seen, onClose, onLook }: LookDialogProps) {
  const options = looksFor(step, batch.card);
  const [outcome, setOutcome] = useState<LookOutcome>(seen ?? options[0]!.value);
  const [broken, setBroken] = useState(0);
  const [note, setNote] = useState('');
  const [measuring, setMeasuring] = useState(false);
  const [colour, setColour] = useState<PhotoColour>();
  const [chosen, setChosen] = useState<'light' | 'wash'>();
  const { causes, bench, nowMs } = useCauses(batch, outcome);
  const remedy = chosen ?? (causes?.[0]?.remedy === 'wash' ? 'wash' : 'light');
  const { photo, setPhoto, wrong, store } = useKeptPhoto();
  const save = async () => {
    const photoSha256 = await store();
    if (photoSha256 === false) return;
    onLook({
      outcome,
      broken: broken > 0 ? broken : undefined,
      note: note.trim() === '' ? undefined : note.trim(),
      colour,
      photoSha256,
      ...(outcome === 'tacky' ? { remedy } : {}),
    });
  };
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${step.title} ${batch.name}`}
      onKeyDown={(event) => {
        markByLetter(event, options, setOutcome);
        // the pedal says yes to what is marked
        if (event.key !== pedalKey() || event.key === ' ') return;
        event.preventDefault();
        void save();
      }}
    >
      <p className="mb-4 text-ink-2">{step.hint}</p>
      <LookChoice options={options} value={outcome} onChange={setOutcome} />
      <div className="mt-2 flex items-end gap-4">
        <div>
          <span className="label">Broken pieces, of {batch.count}</span>
          <Stepper label="Broken pieces" value={broken} min={0} max={batch.count} onChange={setBroken} />
        </div>
        <TextField label="Note" className="flex-1" longest={500} value={note} onChange={setNote} />
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-4">
        <PhotoPick label="Photo of what you see" photo={photo} onPhoto={setPhoto} />
        {isLookAfter(step) && !measuring && (
          <button type="button" className="min-h-11 underline" onClick={() => setMeasuring(true)}>
            Measure its colour by photo
          </button>
        )}
      </div>
      <PhotoRefusal wrong={wrong} />
      {measuring && (
        <Suspense fallback={null}>
          <ColourCheck batch={batch} onColour={setColour} />
        </Suspense>
      )}
      {causes && bench && <Diagnosis causes={causes} batch={batch} bench={bench} nowMs={nowMs} />}
      {outcome === 'tacky' && (
        <div className="mt-3">
          <span className="label">Then</span>
          <Choice
            label="Then"
            value={remedy}
            options={[
              { value: 'light', text: 'more light' },
              { value: 'wash', text: 'wash again first' },
            ]}
            onChange={setChosen}
          />
        </div>
      )}
      <div className="sticky -bottom-6 -mx-6 mt-4 border-t border-line bg-panel px-6 py-3">
        <button type="button" className="btn btn-sea" onClick={() => void save()}>
          Record the look
        </button>
      </div>
    </Sheet>
  );
}
