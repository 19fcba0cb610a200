import type { BatchState } from '@north-step/core/batch';
import { CORRECTED, type Corrected } from '@north-step/core/record';
import { useState } from 'react';
import { SelectField, Sheet, TextField } from '../../ui/index.ts';
import type { Send } from './send.ts';

type CorrectDialogProps = { readonly batch: BatchState; readonly send: Send; readonly onClose: () => void };

/** What stands in the record today, where that is one value. */
const STANDS: Readonly<Partial<Record<Corrected, (batch: BatchState) => string | undefined>>> = {
  lot: ({ lot }) => lot,
  customer: ({ customer }) => customer,
  count: ({ count }) => String(count),
  part: ({ part }) => part.name,
};
export const CORRECTED_WORDS: Readonly<Record<Corrected, string>> = {
  lot: 'lot of the resin',
  customer: 'customer',
  count: 'number of pieces',
  part: 'part',
  time: 'a time',
  who: 'who did it',
  look: 'what was seen',
  reading: 'a reading',
  other: 'something else',
};

/** Something that a sealed record says wrongly: the record stays, the correction is sealed behind it. */
export function CorrectDialog({ batch, send, onClose }: CorrectDialogProps) {
  const [about, setAbout] = useState<Corrected>('lot');
  const [wrong, setWrong] = useState(batch.lot);
  const [right, setRight] = useState('');
  const [because, setBecause] = useState('');
  const said = { about, wrong: wrong.trim(), right: right.trim(), because: because.trim() };
  const ready = Object.values(said).every((text) => text !== '') && said.wrong !== said.right;
  const correct = async () => {
    const answer = await send('record.correct', said);
    if (answer?.ok) onClose();
  };
  return (
    <Sheet open onOpenChange={onClose} title={`Correct the record of ${batch.name}`}>
      <p className="text-ink-2">
        A sealed record does not change. What you say is sealed behind it, and stands on its certificate from now on.
      </p>
      <SelectField
        label="What is wrong"
        className="mt-3"
        value={about}
        options={CORRECTED.map((value) => ({ value, text: CORRECTED_WORDS[value] }))}
        onChange={(next) => {
          setAbout(next);
          setWrong(STANDS[next]?.(batch) ?? '');
        }}
      />
      <TextField label="What the record says" className="mt-3" longest={200} value={wrong} onChange={setWrong} />
      <TextField label="What is right" className="mt-3" longest={200} value={right} onChange={setRight} />
      <TextField label="How that is known" className="mt-3" longest={300} value={because} onChange={setBecause} />
      <button type="button" className="btn btn-sea mt-4" disabled={!ready} onClick={() => void correct()}>
        Seal the correction
      </button>
    </Sheet>
  );
}
