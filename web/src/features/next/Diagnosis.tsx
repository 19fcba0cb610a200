import type { BenchReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { type Cause, verdict } from '@north-step/core/diagnose';
import { causeName, type Remedy } from '@north-step/core/look';
import { rewashS } from '@north-step/core/plan';
import { clockText } from '@north-step/core/units';

const MOST_SHOWN = 4;

/** Why a fault came about, ranked, with what mends it in computed times. */
export function Diagnosis({
  causes,
  batch,
  bench,
  nowMs,
}: {
  /** likeliest first */
  readonly causes: readonly Cause[];
  readonly batch: BatchState;
  readonly bench: BenchReply['bench'];
  readonly nowMs: number;
}) {
  const [first] = causes;
  return (
    <section aria-label="Why" className="mt-3 border-l-4 border-sea pl-3">
      <p className="font-bold">{verdict(causes)}</p>
      <ol className="mt-1">
        {causes.slice(0, MOST_SHOWN).map(({ id, why, share }) => (
          <li key={id} className="grid grid-cols-[64px_1fr] items-center gap-2 py-0.5 text-sm">
            <span className="h-3 border border-ink" role="img" aria-label={`${Math.round(100 * share)} %`}>
              <span className="block h-full bg-sea" style={{ width: `${100 * share}%` }} />
            </span>
            <span>
              <b>{causeName(id)}</b>: {why}
            </span>
          </li>
        ))}
      </ol>
      {first && <p className="mt-1 text-sm">{remedyWords(first.remedy, batch, bench, nowMs)}</p>}
      <p className="mt-1 text-[13px] text-ink-2">
        From what this batch wrote down: loads, times, light, rest. A guess with odds, not a finding.
      </p>
    </section>
  );
}

function remedyWords(remedy: Remedy, batch: BatchState, bench: BenchReply['bench'], nowMs: number): string {
  switch (remedy) {
    case 'wash':
      return `Wash again ${clockText(rewashS(batch, bench, nowMs))} in the clean bath, dry, look, then light.`;
    case 'light':
      return `Add ${clockText(batch.addS)} of light, then look${batch.lastS === undefined ? '' : `; never past ${clockText(batch.lastS)} in all`}.`;
    case 'rest':
      return 'Let it rest in moving air before it is lit or handled again.';
    case 'turn':
      return `Turn it over, then add ${clockText(batch.addS)}.`;
    case 'rinse':
      return 'Rinse it in clean liquid, and rinse what was washed after it.';
    case 'brush':
      return 'Brush it off dry into a tray before any light; what is set is sanded off wet, with a mask.';
    case 'fill':
      return 'Before the light: a drop of its own resin, wiped flush. After it: file it flush, or fill and light that spot alone. Next time cut tips a hair above the face.';
    case 'none':
      return 'Nothing undoes it. Keep it as a reference, and start lower or otherwise next time.';
  }
}
