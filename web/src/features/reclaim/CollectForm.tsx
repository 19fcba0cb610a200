import { given } from '@north-step/core/given';
import { plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import type { StepProps } from './stepProps.ts';

/** What came over, measured, and what is left in the pot. */
export function CollectForm({ run, finish }: StepProps) {
  const [backMl, setBack] = useState<number>();
  const [heelG, setHeel] = useState<number>();
  const { still } = run;
  return (
    <>
      {still && (
        <p className="mb-3 text-sm text-ink-2">
          Stopped as planned, the model expects {plainNumber(100 * still.yield)} % of the liquid at{' '}
          {plainNumber(still.strengthPctW, 3)} % strength. Open the pot only with gloves and eye cover; the heel goes
          into light at once.
        </p>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <NumberField
          label="Came over, measured"
          unit="mL"
          className="w-48"
          min={0}
          step={50}
          value={backMl}
          onChange={setBack}
        />
        <NumberField
          label="Left in the pot, weighed"
          unit="g"
          className="w-48"
          min={0}
          step={10}
          value={heelG}
          onChange={setHeel}
        />
      </div>
      <p className="mt-1 text-[13px] text-ink-2">What is left empty is booked as the model expects.</p>
      <button type="button" className="btn btn-sea mt-3" onClick={() => finish(given({ backMl, heelG }))}>
        Measured, poured and marked
      </button>
    </>
  );
}
