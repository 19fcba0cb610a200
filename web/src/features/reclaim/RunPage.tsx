import { type RunState, type RunStep, runKind, runNext } from '@north-step/core/reclaim';
import { litresText, longTimeText, plainNumber, upperFirst } from '@north-step/core/units';
import { useParams } from 'react-router';
import { dayAndClock, useNow } from '../../shell/useNow.ts';
import { Failed, Loading } from '../../ui/index.ts';
import { calledBack, SlimBand } from '../next/index.ts';
import { useRunQuery } from './endpoints.ts';
import { RunBook } from './RunBook.tsx';
import { StepWork } from './StepWork.tsx';
import { LOOK_WORDS, RUN_WORDS, stepName } from './words.ts';

/** One run: what it wants now, how it came here, and where its liquid went. */
export function RunPage() {
  const { runId = '' } = useParams();
  const { data, isError, error, refetch } = useRunQuery(runId);
  const nowMs = useNow(1000);
  if (isError && !data)
    return error && 'status' in error && error.status === 404 ? (
      <Failed what={`a run “${runId}”: there is none by that name`} onRetry={() => void refetch()} />
    ) : (
      <Failed what="the run" onRetry={() => void refetch()} />
    );
  if (!data) return <Loading what="the run" />;
  const { run } = data;
  const next = runNext(run, nowMs);
  return (
    <>
      <SlimBand
        say={next ? `${run.name}: ${next.say}.` : `${run.name} is over.`}
        more={next ? `${next.why}${dueWords(next.dueInS)}` : endWords(run)}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_400px] max-lg:grid-cols-1">
        <div className="min-w-0 border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">
            {RUN_WORDS[run.kind]}{' '}
            <span className="ml-2 text-sm font-normal text-ink-2">
              {litresText(run.amountMl)} of {run.from.name} at {plainNumber(run.loadPctW)} % resin, begun{' '}
              {dayAndClock(run.createdAtMs)} by {run.by}
            </span>
          </h2>
          <Journey steps={run.steps} />
          {next && <StepWork key={next.step.id} run={run} next={next} nowMs={nowMs} />}
        </div>
        <RunBook run={run} />
      </div>
      <p className="border-t border-line px-[18px] py-3 text-sm text-ink-2">{runKind(run.kind).caution}</p>
    </>
  );
}

const dueWords = (dueInS: number | undefined): string =>
  dueInS === undefined ? '' : ` ${upperFirst(calledBack(dueInS)!)}.`;
const endWords = ({ endedAtMs, givenUp }: RunState): string =>
  givenUp ? `Given up: ${givenUp}` : endedAtMs === undefined ? '' : `Ended ${dayAndClock(endedAtMs)}.`;

/** The steps in their order: done, running, to come. */
function Journey({ steps }: { readonly steps: readonly RunStep[] }) {
  return (
    <ol aria-label="Journey" className="mt-3 flex flex-wrap gap-2">
      {steps.map((step) => (
        <li
          key={step.id}
          aria-current={step.state === 'running' ? 'step' : undefined}
          className={`frame min-w-32 px-3 py-1.5 ${step.state === 'done' ? 'bg-panel' : step.state === 'running' ? 'border-sea border-[2.5px]' : 'border-dashed'}`}
        >
          <b>{stepName(step)}</b>
          <span className="block text-[13px] text-ink-2">{stepNote(step)}</span>
        </li>
      ))}
    </ol>
  );
}

function stepNote({ state, seen, startedAtMs, endedAtMs, heatEnd }: RunStep): string {
  if (state === 'waiting') return 'to come';
  if (state === 'running') return `since ${dayAndClock(startedAtMs!)}`;
  if (seen) return LOOK_WORDS[seen].text;
  const took =
    startedAtMs !== undefined && endedAtMs !== undefined ? longTimeText((endedAtMs - startedAtMs) / 1000) : 'done';
  return heatEnd && heatEnd !== 'as planned' ? `${took}, ${heatEnd}` : took;
}
