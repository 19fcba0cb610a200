import type { BatchState } from '@north-step/core/batch';
import { useState } from 'react';
import { Sheet, Stepper } from '../../ui/index.ts';

const A_SHEET = 24;
const MOST = 480;

/** How many labels, and where on a used sheet they begin. */
export function LabelsDialog({ batch, onClose }: { readonly batch: BatchState; readonly onClose: () => void }) {
  const [copies, setCopies] = useState(Math.min(batch.count, MOST));
  const [skip, setSkip] = useState(0);
  const href = `/api/batches/${batch.id}/labels.pdf?${new URLSearchParams({ copies: String(copies), skip: String(skip) })}`;
  return (
    <Sheet open onOpenChange={onClose} title={`Labels of ${batch.name}`}>
      <p className="text-ink-2">
        Three by eight on A4, 70 × 37 mm. A scanner reads the square code as the batch’s name.
      </p>
      <div className="mt-3 grid gap-3">
        <Stepper label="Labels" value={copies} min={1} max={MOST} unit="labels" onChange={setCopies} />
        <Stepper
          label="Used up on the first sheet"
          value={skip}
          min={0}
          max={A_SHEET - 1}
          unit="used up on the first sheet"
          onChange={setSkip}
        />
      </div>
      <a className="btn btn-sea mt-4" href={href} target="_blank" rel="noreferrer">
        Open the sheet to print
      </a>
    </Sheet>
  );
}
