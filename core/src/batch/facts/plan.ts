import type { CureChoice } from '../batchLight.ts';
import type { BatchState, LightClosed, Step } from '../types.ts';
import { fact } from './fact.ts';

type Lit = {
  readonly choice: CureChoice;
  readonly set: Readonly<
    Record<string, Partial<Pick<Step, 'title' | 'hint' | 'station' | 'daylight' | 'medium' | 'tempC' | 'plannedS'>>>
  >;
  readonly addS: number;
  readonly lastS?: number | undefined;
  readonly handleS?: number | undefined;
  /** its window is closed: nothing is lit until the plan is changed */
  readonly closed?: LightClosed;
};

const stepsWith = (state: BatchState, set: Readonly<Record<string, Partial<Step>>>): readonly Step[] =>
  state.steps.map((step) => ({ ...step, ...set[step.id] }));

/** What is planned otherwise than when the batch was hung: its times, its light, where its steps are done. */
export const PLAN_FACTS = {
  planned: fact<{ readonly times: Readonly<Record<string, number>> }>((state, { times }) => ({
    ...state,
    steps: state.steps.map((step) => ({ ...step, plannedS: times[step.id] ?? step.plannedS })),
  })),
  lit: fact<Lit>((state, { choice, set, addS, lastS, handleS, closed }) => ({
    ...state,
    light: choice.light,
    lightClosed: closed,
    handleS: handleS ?? state.handleS,
    addS,
    lastS,
    steps: stepsWith(state, set),
  })),
  /** steps that are done at another station, by id */
  moved: fact<{ readonly set: Readonly<Record<string, Pick<Step, 'station' | 'title'>>> }>((state, { set }) => ({
    ...state,
    steps: stepsWith(state, set),
  })),
};
