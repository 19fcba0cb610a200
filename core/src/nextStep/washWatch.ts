import { type BatchState, exposureS, remainingS, type Step } from '../batch/index.ts';
import { isWash } from '../route/index.ts';
import { clockText } from '../units/index.ts';
import type { BenchView } from './types.ts';
import { FRESH_S, fixOf, SETTLING_S, type Watched } from './watched.ts';

/**
 * Whether the bath of a batch is moved as its plan counts on, by the wash unit's own word.
 * @returns nothing while all is well, or when no unit was heard
 */
export function washWatch(batch: BatchState, step: Step, station: string, view: BenchView): Watched | undefined {
  const seen = view.wash?.[batch.id];
  if (!isWash(step) || seen?.stepId !== step.id || step.plannedS === undefined) return undefined;
  const ageS = Math.max(0, (view.nowMs - seen.lastAtMs) / 1000);
  const ranS = (view.nowMs - step.startedAtMs!) / 1000;
  const leftS = remainingS(step, view.nowMs);
  if (ageS >= FRESH_S || seen.lastStirring || ranS < SETTLING_S) return undefined;
  const wantedS = step.knew?.wantedS;
  const shortS = typeof wantedS === 'number' ? wantedS - seen.stirredS - Math.max(0, leftS) : 0;
  const roomS = batch.card.exposureCapS - exposureS(batch, view.nowMs) - Math.max(0, leftS);
  const addS = batch.card.procedure ? 0 : Math.floor(Math.min(shortS, roomS));
  const fix = fixOf(addS);
  return {
    tier: 'turn',
    say: seen.lidOpen ? `Close the lid of ${station}` : `Start ${station} again: it stands still`,
    reason: `${batch.name} was stirred for ${clockText(seen.stirredS)} of ${clockText(ranS)}; still liquid washes six times slower, and its time in solvent goes on.${fix.fix ? ` What is missing so far, ${clockText(addS)}, can be added.` : ''}`,
    ...fix,
  };
}
