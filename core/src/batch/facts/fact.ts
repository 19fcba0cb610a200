import type { BatchState, Step } from '../types.ts';

export type Told = { readonly atMs: number; readonly by: string };

/**
 * A kind of fact about a batch: what it says, what it changes, and how an undo speaks of it.
 * @see STEP_FACTS for the shape of one
 */
export type Fact<Says = unknown> = {
  /** the state after it; nothing is read but what stands here */
  readonly change: (state: BatchState, said: Told & Says) => BatchState;
} & Spoken;
/** How an undo speaks of a fact. */
export type Spoken = {
  /** it cannot be taken back: what can be done instead */
  readonly forGood?: string;
  /** of a step: “the first bath was started” */
  readonly deed?: string;
};

export const fact = <Says>(change: Fact<Says>['change'], spoken: Spoken = {}): Fact<Says> => ({ change, ...spoken });

/** The state with one of its steps edited. */
export const changeStep = (state: BatchState, stepId: string, edit: (step: Step) => Step): BatchState => ({
  ...state,
  steps: state.steps.map((step) => (step.id === stepId ? edit(step) : step)),
});

export const stepById = (batch: BatchState, stepId: string): Step | undefined =>
  batch.steps.find((step) => step.id === stepId);

/** A step that is over, at a time and by somebody. */
export const done = (step: Step, { atMs, by }: Told, more: Partial<Step> = {}): Step => ({
  ...step,
  ...more,
  state: 'done',
  startedAtMs: step.startedAtMs ?? atMs,
  endedAtMs: atMs,
  by: step.by ?? by,
});

/** What stands in deep pits, where something is said of it. */
export const filmInRecesses = (recessUm: number | undefined) => (recessUm === undefined ? {} : { recessUm });
