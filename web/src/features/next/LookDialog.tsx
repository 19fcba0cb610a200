import type { PhotoColour } from '@north-step/core/colour';
import type { BatchState, CuredLook, LookOutcome, MatteLook, Step } from '@north-step/core/route';
import { lazy, Suspense, useState } from 'react';
import { Choice, Sheet, Stepper } from '../../ui/index.ts';

const ColourCheck = lazy(async () => ({ default: (await import('../colour/index.ts')).ColourCheck }));

type LookOption = { readonly value: LookOutcome; readonly key: string; readonly text: string; readonly means: string };
const MATTE: readonly (LookOption & { value: MatteLook })[] = [
  { value: 'matte', key: 'y', text: 'Matte', means: 'Evenly matte, dry in every corner. The cure opens.' },
  {
    value: 'shine',
    key: 's',
    text: 'Shine',
    means: 'Resin is still there: it goes back to the clean bath with a new time.',
  },
  { value: 'tack', key: 't', text: 'Tack', means: 'It sticks: wash again in clean solvent, never cure it so.' },
];
const CURED: readonly (LookOption & { value: CuredLook })[] = [
  { value: 'good', key: 'y', text: 'Good', means: 'No tack, no shine, hard to a nail, no warm tint.' },
  { value: 'tacky', key: 't', text: 'Tacky', means: 'Adds one increment of light, then asks again.' },
  { value: 'tinted', key: 'o', text: 'Tinted', means: 'Over-cure cannot be undone; it is flagged.' },
  { value: 'broken', key: 'b', text: 'Broken', means: 'Count the pieces; it is flagged.' },
];
/** What can be answered at a look. */
export const looksFor = (step: Step): readonly LookOption[] => (step.kind === 'look-matte' ? MATTE : CURED);

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
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`${step.title} ${batch.name}`}>
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
