import type { ErrorReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import type { PhotoColour } from '@north-step/core/colour';
import { isCure } from '@north-step/core/route';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { Sheet } from '../../ui/index.ts';
import { PartPhoto } from '../colour/index.ts';
import { useDo } from '../next/index.ts';

/** Offers to keep the colour of the parts before any light, or says that it was kept. */
export function ColourBefore({ batch }: { readonly batch: BatchState }) {
  const acts = useDo();
  const [open, setOpen] = useState(false);
  const [colour, setColour] = useState<PhotoColour>();
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const lit = batch.steps.some((one) => isCure(one) && one.state !== 'waiting');
  const { colourBefore } = batch;
  const save = async () => {
    if (!colour) return;
    const answer = await acts.send('batch.colour', { batchId: batch.id }, { colour });
    if (answer?.ok) setOpen(false);
    else if (answer) setRefusal(answer.error);
  };
  if (lit && !colourBefore) return null;
  return (
    <p className="mt-3 text-sm text-ink-2">
      {colourBefore
        ? `Photographed before the light: b* ${plainNumber(colourBefore.lab.b)}. `
        : 'A photo before the light shows later how much it has yellowed. '}
      {!lit && (
        <button type="button" className="min-h-11 underline" onClick={() => setOpen(true)}>
          {colourBefore ? 'Take it again' : 'Photograph it'}
        </button>
      )}
      {open && (
        <Sheet open onOpenChange={setOpen} title={`${batch.name} before the light`}>
          <p className="mb-2 text-ink-2">A part on white paper, in even light, no flash. Gloves on: it is not cured.</p>
          <PartPhoto batchId={batch.id} spots={['white', 'part']} onColour={setColour} />
          {refusal && (
            <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
              {refusal.message} {refusal.remedy}
            </p>
          )}
          <button type="button" className="btn btn-sea mt-4" disabled={!colour} onClick={() => void save()}>
            Keep this colour
          </button>
        </Sheet>
      )}
    </p>
  );
}
