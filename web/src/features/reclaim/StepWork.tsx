import type { RunState, RunStepKind } from '@north-step/core/reclaim';
import { type ComponentType, useState } from 'react';
import { TextField } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';
import { CollectForm } from './CollectForm.tsx';
import { DryPanel } from './DryPanel.tsx';
import { FilterForm } from './FilterForm.tsx';
import { HeatPanel } from './HeatPanel.tsx';
import { LookForm } from './LookForm.tsx';
import { PourForm } from './PourForm.tsx';
import { SimpleStep } from './SimpleStep.tsx';
import type { StepProps } from './stepProps.ts';

/** The work of each kind of step: the compiler asks for a new one. */
const WORK: Readonly<Record<RunStepKind, ComponentType<StepProps>>> = {
  pour: PourForm,
  stand: SimpleStep,
  look: LookForm,
  filter: FilterForm,
  fill: SimpleStep,
  heat: HeatPanel,
  cool: SimpleStep,
  collect: CollectForm,
  dry: DryPanel,
  bin: SimpleStep,
};

/** What hands do now in a run, and what is written down of it. */
export function StepWork({ run, next, nowMs }: Pick<StepProps, 'run' | 'next' | 'nowMs'>) {
  const acts = useDo();
  const params = { runId: run.id, stepId: next.step.id };
  const Work = WORK[next.step.kind];
  return (
    <section aria-label="Now" className="mt-5 max-w-3xl">
      <Work
        run={run}
        next={next}
        nowMs={nowMs}
        finish={(body) => void acts.send('reclaim.finish', params, body)}
        look={(outcome) => void acts.send('reclaim.look', params, { outcome })}
        start={async () => (await acts.send('reclaim.start', params, {}))?.ok ?? false}
      />
      <GiveUp run={run} />
    </section>
  );
}

function GiveUp({ run }: { readonly run: RunState }) {
  const acts = useDo();
  const [because, setBecause] = useState('');
  return (
    <details className="mt-6">
      <summary className="min-h-11 cursor-pointer py-2 text-ink-2">Give this run up …</summary>
      <p className="text-sm">What is left goes back into {run.from.name}.</p>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <TextField label="Why" className="w-80" longest={200} value={because} onChange={setBecause} />
        <button
          type="button"
          className="btn"
          disabled={because.trim() === ''}
          onClick={() => void acts.send('reclaim.give-up', { runId: run.id }, { because: because.trim() })}
        >
          Pour back and end
        </button>
      </div>
    </details>
  );
}
