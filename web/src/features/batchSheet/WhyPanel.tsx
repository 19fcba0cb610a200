import { type BatchState, type BenchNow, currentStep, type WhyTopic } from '@north-step/core/route';
import { useMemo, useState } from 'react';
import { Choice, WhyText } from '../../ui/index.ts';

const TOPICS: readonly { readonly value: WhyTopic; readonly text: string }[] = [
  { value: 'film', text: 'Film' },
  { value: 'wash1', text: 'Wash 1' },
  { value: 'wash2', text: 'Wash 2' },
  { value: 'dry', text: 'Dry' },
  { value: 'cure', text: 'Cure' },
];

function topicNow(batch: BatchState): WhyTopic {
  const step = currentStep(batch);
  if (!step || step.kind === 'drip' || step.kind === 'off-plate') return 'film';
  if (step.kind === 'wash') return step.station === 'wash-1' ? 'wash1' : 'wash2';
  return step.kind === 'dry' || step.kind === 'look-matte' ? 'dry' : 'cure';
}

/** Why the figure that matters now is what it is, with the bench as it stands. */
export function WhyPanel({ batch, bench }: { readonly batch: BatchState; readonly bench: BenchNow }) {
  const [chosen, setChosen] = useState<WhyTopic>();
  const request = useMemo(() => {
    const drip = batch.steps.find((step) => step.kind === 'drip');
    return {
      card: batch.card,
      part: batch.part,
      count: batch.count,
      dripS: drip?.plannedS ?? 300,
      plateAreaMm2: batch.plateAreaMm2,
      bench,
    };
  }, [batch, bench]);
  const topic = chosen ?? topicNow(batch);
  return (
    <section aria-label="Why these numbers">
      <h3 className="mb-2 text-lg font-bold">Why these numbers?</h3>
      <Choice label="Which number" value={topic} options={TOPICS} onChange={setChosen} />
      <div className="mt-3">
        <WhyText topic={topic} request={request} />
      </div>
    </section>
  );
}
