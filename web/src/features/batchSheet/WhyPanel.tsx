import { type BatchState, currentStep, type Step } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { planBatch, requestAsRun, WASH_TOPICS, type WhyTopic, washTopic } from '@north-step/core/plan';
import { isDrying, isWash, kindShape } from '@north-step/core/route';
import { useMemo, useState } from 'react';
import { Choice, WhyText } from '../../ui/index.ts';

function topicNow(batch: BatchState): WhyTopic {
  const step = currentStep(batch);
  const why = step ? kindShape(step.kind).why : 'film';
  if (step && why === 'wash') {
    const nth = batch.steps.filter(isWash).indexOf(step);
    return washTopic(nth);
  }
  return why === 'wash' ? 'wash1' : why;
}

/** The step that a figure belongs to, once it has begun. */
function runOf({ steps }: BatchState, topic: WhyTopic): Step | undefined {
  const washes = steps.filter(isWash);
  const step =
    topic === 'film'
      ? steps.find(({ kind, state }) => kind === 'drip' && state === 'done')
      : topic === 'dry'
        ? steps.find(isDrying)
        : washes[(WASH_TOPICS as readonly WhyTopic[]).indexOf(topic)];
  return step?.state === 'waiting' ? undefined : step;
}

/** Why the figure that matters now is what it is, with the bench as it stands. */
export function WhyPanel({ batch, bench }: { readonly batch: BatchState; readonly bench: BenchNow }) {
  const [chosen, setChosen] = useState<WhyTopic>();
  const request = useMemo(() => requestAsRun(batch, bench), [batch, bench]);
  const washes = useMemo(() => planBatch(request).stages.slice(0, WASH_TOPICS.length), [request]);
  const topics: readonly { readonly value: WhyTopic; readonly text: string }[] = [
    { value: 'film', text: 'Film' },
    ...washes.map(({ bath }, i) => ({ value: WASH_TOPICS[i]!, text: bath.name })),
    { value: 'dry', text: 'Dry' },
    { value: 'cure', text: 'Cure' },
  ];
  const wanted = chosen ?? topicNow(batch);
  const topic = topics.some(({ value }) => value === wanted) ? wanted : 'film';
  return (
    <section aria-label="Why these numbers">
      <h3 className="mb-2 text-lg font-bold">Why these numbers?</h3>
      <Choice label="Which number" value={topic} options={topics} onChange={setChosen} />
      <div className="mt-3">
        <WhyText topic={topic} request={request} run={runOf(batch, topic)} />
      </div>
    </section>
  );
}
