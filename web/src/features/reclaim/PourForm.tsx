import { litresText } from '@north-step/core/units';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import { NO_RESIDUE, Residue, readingOf } from './Residue.tsx';
import type { StepProps } from './stepProps.ts';

/** Poured: the planned amount unless it was another, and what a reading says of it. */
export function PourForm({ run, finish }: StepProps) {
  const [pouredMl, setPoured] = useState<number | undefined>(run.amountMl);
  const [said, setSaid] = useState(NO_RESIDUE);
  const reading = readingOf(said);
  return (
    <>
      <NumberField label="Poured" unit="mL" className="w-40" min={1} step={100} value={pouredMl} onChange={setPoured} />
      {run.kind === 'harden-filter' && <Residue when="before" said={said} onChange={setSaid} />}
      <button
        type="button"
        className="btn btn-sea mt-4"
        disabled={pouredMl === undefined}
        onClick={() => finish({ ...(pouredMl === run.amountMl ? {} : { pouredMl }), ...(reading ? { reading } : {}) })}
      >
        Poured {litresText(pouredMl ?? run.amountMl)}
      </button>
    </>
  );
}
