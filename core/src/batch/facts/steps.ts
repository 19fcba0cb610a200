import type { LookColour } from '../../colour/index.ts';
import type { LookOutcome } from '../../look/index.ts';
import type { BatchState, Knew, Mishap, Step } from '../types.ts';
import { changeStep, done, fact, filmInRecesses, stepById } from './fact.ts';

/** Of one step. */
type OfStep = { readonly stepId: string };
type Finished = OfStep & {
  readonly filmUm?: number;
  readonly recessUm?: number;
  readonly clingingMg?: BatchState['clingingMg'];
  readonly knew?: Knew;
};
type Looked = OfStep & {
  readonly outcome: LookOutcome;
  readonly broken: number;
  readonly note?: string | undefined;
  readonly photoSha256?: string | undefined;
  readonly colour?: LookColour | undefined;
};
type Extended = OfStep & {
  readonly addS: number;
  /** how long the timer had been over; default 0 */
  readonly idleS?: number;
};

/** What happens at a step. */
export const STEP_FACTS = {
  started: fact<OfStep & { readonly plannedS?: number; readonly knew?: Knew }>(
    (state, { stepId, plannedS, knew, atMs, by }) =>
      changeStep(state, stepId, (step) => ({
        ...step,
        state: 'running',
        startedAtMs: atMs,
        by,
        plannedS: plannedS ?? step.plannedS,
        knew: { ...step.knew, ...knew },
      })),
    { deed: 'was started' },
  ),
  extended: fact<Extended>(
    (state, { stepId, addS, idleS = 0, atMs, by }) =>
      changeStep(state, stepId, (step) => ({ ...step, added: [...(step.added ?? []), { addS, idleS, atMs, by }] })),
    { deed: 'was given more time' },
  ),
  stayed: fact<OfStep & { readonly because: string }>(
    (state, { stepId, because, atMs, by }) =>
      changeStep(state, stepId, (step) => ({ ...step, stays: [...(step.stays ?? []), { atMs, by, because }] })),
    { deed: 'was left in' },
  ),
  happened: fact<OfStep & Pick<Mishap, 'what' | 'offS' | 'note'>>((state, { stepId, what, offS, note, atMs, by }) =>
    changeStep(state, stepId, (step) => ({
      ...step,
      mishaps: [...(step.mishaps ?? []), { what, offS, note, atMs, by }],
    })),
  ),
  finished: fact<Finished>(
    (state, said) => ({
      ...changeStep(state, said.stepId, (step) => done(step, said, { knew: { ...step.knew, ...said.knew } })),
      filmUm: said.filmUm ?? state.filmUm,
      ...filmInRecesses(said.recessUm ?? state.recessUm),
      clingingMg: said.clingingMg ?? state.clingingMg,
    }),
    { deed: 'was finished' },
  ),
  looked: fact<Looked>(
    (state, said) => {
      const { stepId, broken, outcome, note, photoSha256, colour } = said;
      return {
        ...changeStep(state, stepId, (step) => done(step, said, { outcome, note, photoSha256, colour })),
        broken: state.broken + broken,
      };
    },
    { deed: 'was answered' },
  ),
  sealed: fact<OfStep & { readonly hash: string }>(
    (state, said) => ({ ...changeStep(state, said.stepId, (step) => done(step, said)), recordHash: said.hash }),
    { forGood: 'Its record is sealed.' },
  ),
  'left-out': fact<OfStep & { readonly because: string }>((state, { stepId, because, atMs, by }) => {
    const { title } = stepById(state, stepId)!;
    return {
      ...state,
      steps: state.steps.filter(({ id }) => id !== stepId),
      leftOut: [...(state.leftOut ?? []), { title, because, atMs, by }],
    };
  }),
  inserted: fact<{ readonly afterStepId: string; readonly steps: readonly Step[]; readonly reason: string }>(
    (state, { afterStepId, steps }) => {
      const at = state.steps.findIndex((step) => step.id === afterStepId) + 1;
      return { ...state, steps: [...state.steps.slice(0, at), ...steps, ...state.steps.slice(at)] };
    },
  ),
};
