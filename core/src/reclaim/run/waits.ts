import { runKind } from './kinds/index.ts';
import type { RunStep, RunStepKind } from './steps.ts';
import type { RunState } from './types.ts';

/** Milky after a look: a day more. */
const MILKY_AGAIN_S = 86_400;
/** They begin by themselves once the step before them is done: the jar stands in light as soon as it is filled. */
const BEGINS_BY_ITSELF: ReadonlySet<RunStepKind> = new Set(['stand', 'dry', 'cool']);
export const beginsByItself = ({ kind }: RunStep): boolean => BEGINS_BY_ITSELF.has(kind);

/** How long until somebody is called back, s; nothing for work of hands. */
export function waitS(run: RunState, step: RunStep): number | undefined {
  if (step.kind === 'heat') return run.still ? 60 * run.still.minutes : undefined;
  const again =
    step.kind === 'stand' &&
    run.steps.some(({ kind, pass, state }) => kind === 'stand' && pass === step.pass && state === 'done');
  return again ? MILKY_AGAIN_S : runKind(run.kind).waitsS[step.kind];
}
