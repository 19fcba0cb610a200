import type { RunStepKind } from '@north-step/core/reclaim';
import { longTimeText } from '@north-step/core/units';
import { useState } from 'react';
import { NumberField } from '../../ui/index.ts';
import type { StepProps } from './stepProps.ts';

const DONE: Partial<Readonly<Record<RunStepKind, string>>> = {
  stand: 'Look at it now',
  cool: 'It is cold',
  fill: 'Poured and marked',
  bin: 'Scraped out and binned',
};

/** A step that is one press: it waits, or hands have done it. */
export function SimpleStep({ next, finish }: StepProps) {
  const [residueG, setResidue] = useState<number>();
  const { kind } = next.step;
  const early = next.dueInS !== undefined && next.dueInS > 0;
  return (
    <>
      {early && (
        <p className="mb-3">
          Somebody is called back in <b className="font-mono">{longTimeText(next.dueInS!)}</b>, here, on the bench and
          on the shift’s page.
        </p>
      )}
      {kind === 'bin' && (
        <NumberField
          label="Scraped out (leave empty: as the book has it)"
          unit="g"
          className="mb-3 w-80"
          min={0}
          value={residueG}
          onChange={setResidue}
        />
      )}
      <button
        type="button"
        className={`btn ${early ? '' : 'btn-sea'}`}
        onClick={() => finish(residueG === undefined ? {} : { residueG })}
      >
        {DONE[kind] ?? 'Done'}
      </button>
    </>
  );
}
