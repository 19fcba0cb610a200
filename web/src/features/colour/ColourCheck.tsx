import type { BatchState } from '@north-step/core/batch';
import { lookColour, type PhotoColour } from '@north-step/core/colour';
import { cureConstantsOf } from '@north-step/core/resin';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { PartPhoto } from './PartPhoto.tsx';

/** How much yellower the part has become: against an unlit piece on the same photo, or the photo before the light. */
export function ColourCheck({
  batch,
  onColour,
}: {
  readonly batch: BatchState;
  readonly onColour: (colour: PhotoColour | undefined) => void;
}) {
  const [colour, setColour] = useState<PhotoColour>();
  const before = batch.colourBefore;
  const shift = colour && lookColour(before, colour);
  const limitDb = cureConstantsOf(batch.card).tint?.limitDb;
  return (
    <section aria-label="Colour by photo" className="mt-3 border-t border-line pt-3">
      <p className="text-sm text-ink-2">
        On white paper, in even light, no flash. Lay waste supports that had no light beside the part
        {before ? '; without them it is compared with the photo before the light' : ''}.
      </p>
      <div className="mt-2">
        <PartPhoto
          batchId={batch.id}
          spots={['white', 'part', 'reference']}
          onColour={(next) => {
            const usable = next && lookColour(before, next).ok ? next : undefined;
            setColour(next);
            onColour(usable);
          }}
        />
      </div>
      {shift && (
        <p className="mt-2 border-l-4 border-sea pl-3" aria-live="polite">
          {shift.ok ? (
            <>
              <b>
                b* {plainNumber(shift.value.deltaDb)} (
                {shift.value.range90.map((edge) => plainNumber(edge)).join(' to ')})
              </b>{' '}
              over {shift.value.against}. {limitDb !== undefined && limitWords(shift.value.range90, limitDb)}
            </>
          ) : (
            `${shift.refusal.message} ${shift.refusal.remedy ?? ''}`
          )}
        </p>
      )}
    </section>
  );
}

function limitWords([low, high]: readonly [number, number], limitDb: number): string {
  if (low >= limitDb) return `Past its limit of ${limitDb}: tinted.`;
  if (high < limitDb) return `Under its limit of ${limitDb}.`;
  return `Its limit is ${limitDb}: too near to tell; your eye decides.`;
}
