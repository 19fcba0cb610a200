import type { PhotoColour } from '@north-step/core/colour';
import type { BatchState, LookOutcome, Step } from '@north-step/core/route';
import { lazy, Suspense, useState } from 'react';
import { pedalKey } from '../../app/useKeys.ts';
import { Choice, Sheet, Stepper } from '../../ui/index.ts';
import { looksFor } from './looks.ts';

const ColourCheck = lazy(async () => ({ default: (await import('../colour/index.ts')).ColourCheck }));

type LookDialogProps = {
  readonly batch: BatchState;
  readonly step: Step;
  readonly onClose: () => void;
  readonly onLook: (look: { outcome: LookOutcome; broken?: number; note?: string; colour?: PhotoColour }) => void;
};

/** Says what was seen, how many broke, and a note. Opened by I; its first answer has the focus. */
export function LookDialog({ batch, step, onClose, onLook }: LookDialogProps) {
  const options = looksFor(step);
  const [outcome, setOutcome] = useState<LookOutcome>(options[0]!.value);
  const [broken, setBroken] = useState(0);
  const [note, setNote] = useState('');
  const [measuring, setMeasuring] = useState(false);
  const [colour, setColour] = useState<PhotoColour>();
  const save = () =>
    onLook({
      outcome,
      broken: broken > 0 ? broken : undefined,
      note: note.trim() === '' ? undefined : note.trim(),
      colour,
    });
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`${step.title} ${batch.name}`}
      onKeyDown={(event) => {
        // the pedal says yes to what is marked
        if (event.key !== pedalKey() || event.key === ' ') return;
        event.preventDefault();
        save();
      }}
    >
      <p className="mb-4 text-ink-2">{step.hint}</p>
      <Choice label="What you see" value={outcome} options={options} onChange={setOutcome} />
      <p className="mt-3 min-h-12">{options.find((option) => option.value === outcome)?.means}</p>
      <div className="mt-3">
        <span className="label">Broken pieces, of {batch.count}</span>
        <Stepper label="Broken pieces" value={broken} min={0} max={batch.count} onChange={setBroken} />
      </div>
      <label className="mt-4 block">
        <span className="label">Note</span>
        <input className="field" value={note} maxLength={500} onChange={(event) => setNote(event.target.value)} />
      </label>
      {step.kind === 'look-cured' && !measuring && (
        <button type="button" className="mt-2 min-h-11 underline" onClick={() => setMeasuring(true)}>
          Measure its colour by photo
        </button>
      )}
      {measuring && (
        <Suspense fallback={null}>
          <ColourCheck batch={batch} onColour={setColour} />
        </Suspense>
      )}
      <button type="button" className="btn btn-sea mt-5" onClick={save}>
        Record the look
      </button>
    </Sheet>
  );
}
