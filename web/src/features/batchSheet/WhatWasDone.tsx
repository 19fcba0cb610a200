import { addedS, type BatchState, currentStep, deviationOf, type Step } from '@north-step/core/batch';
import { knownWords, plannedText } from '@north-step/core/record';
import { clockText, plainNumber } from '@north-step/core/units';
import { clockOfDay, dayAndClock } from '../../shell/useNow.ts';
import { HeadRow } from '../../ui/index.ts';

/** What was seen and known, in the order of the list above. */
function knownText(batch: BatchState, step: Step): string {
  const deviation = deviationOf(batch, step);
  const { colour } = step;
  const shift = colour
    ? `b* ${plainNumber(colour.deltaDb, 2)} (${colour.range90.map((end) => plainNumber(end, 2)).join('–')}) over ${colour.against}`
    : '';
  const mishaps = (step.mishaps ?? []).map(
    ({ what, offS, note }) => `${what}${offS ? ` for ${clockText(offS)}` : ''}${note ? ` (${note})` : ''}`,
  );
  return [
    ...mishaps,
    step.outcome ?? '',
    step.note ?? '',
    shift,
    deviation ? `deviation: ${deviation}` : '',
    ...knownWords(step.knew),
  ]
    .filter(Boolean)
    .join('; ');
}

/** Each step with its plan, what it took, what was known then, and who did it. */
export function WhatWasDone({ batch, nowMs }: { readonly batch: BatchState; readonly nowMs: number }) {
  const current = currentStep(batch);
  const shown = batch.steps.filter((step) => step.state === 'done' || step.id === current?.id);
  return (
    <section aria-label="What was done">
      <h3 className="text-lg font-bold">What was done</h3>
      <table className="table-plain w-full">
        <HeadRow names={['step', 'at', 'planned', 'took', 'what it knew at that moment', 'who']} />
        <tbody>
          {shown.map((step) => (
            <tr key={step.id} className={step.id === current?.id ? 'bg-panel font-bold' : ''}>
              <td>{step.title}</td>
              <td className="font-mono whitespace-nowrap">
                {step.startedAtMs !== undefined && clockOfDay(step.startedAtMs)}
              </td>
              <td className="font-mono whitespace-nowrap">{plannedText(step.plannedS, addedS(step))}</td>
              <td className="font-mono whitespace-nowrap">{tookText(step, nowMs)}</td>
              <td className="font-normal">
                {knownText(batch, step)}
                {step.photoSha256 && (
                  <a
                    className="ml-2 underline"
                    href={`/api/photos/${step.photoSha256}`}
                    target="_blank"
                    rel="noreferrer"
                  >
                    photo
                  </a>
                )}
              </td>
              <td className="whitespace-nowrap">{step.by ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {batch.leftOut?.map(({ title, because, atMs, by }) => (
        <p key={atMs} className="mt-1 text-sm">
          <b>{title}</b> was left out: {because} ({by}, {dayAndClock(atMs)})
        </p>
      ))}
      <p className="mt-2 text-sm text-ink-2">
        Nothing is changed after the fact; a mistake is answered by a new entry.
      </p>
    </section>
  );
}

function tookText(step: Step, nowMs: number): string {
  if (step.state === 'waiting') return 'now';
  if (step.mode === 'look' || step.mode === 'moment') return '';
  const tookS = ((step.endedAtMs ?? nowMs) - (step.startedAtMs ?? nowMs)) / 1000;
  return step.state === 'running' ? `${clockText(tookS)} …` : clockText(tookS);
}
