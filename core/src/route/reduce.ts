import type { BatchEvent, BatchState, Step } from './types.ts';

/** Applies one fact. The first must be `created`. */
export function applyEvent(state: BatchState | undefined, event: BatchEvent): BatchState {
  if (event.type === 'created') return event.batch;
  if (!state) throw new RangeError(`applyEvent: ${event.type} before created`);
  const change = (stepId: string, edit: (step: Step) => Step): readonly Step[] =>
    state.steps.map((step) => (step.id === stepId ? edit(step) : step));
  switch (event.type) {
    case 'started':
      return {
        ...state,
        steps: change(event.stepId, (step) => ({
          ...step,
          state: 'running',
          startedAtMs: event.atMs,
          by: event.by,
          plannedS: event.plannedS ?? step.plannedS,
          knew: { ...step.knew, ...event.knew },
        })),
      };
    case 'extended':
      return {
        ...state,
        steps: change(event.stepId, (step) => ({ ...step, plannedS: (step.plannedS ?? 0) + event.addS })),
      };
    case 'stayed': {
      const { atMs, by, because } = event;
      return {
        ...state,
        steps: change(event.stepId, (step) => ({ ...step, stays: [...(step.stays ?? []), { atMs, by, because }] })),
      };
    }
    case 'happened': {
      const { what, offS, note, atMs, by } = event;
      const mishap = { what, offS, note, atMs, by };
      return {
        ...state,
        steps: change(event.stepId, (step) => ({ ...step, mishaps: [...(step.mishaps ?? []), mishap] })),
      };
    }
    case 'finished':
      return {
        ...state,
        filmUm: event.filmUm ?? state.filmUm,
        clingingMg: event.clingingMg ?? state.clingingMg,
        steps: change(event.stepId, (step) =>
          done(step, event.atMs, event.by, { knew: { ...step.knew, ...event.knew } }),
        ),
      };
    case 'looked':
      return {
        ...state,
        broken: state.broken + event.broken,
        steps: change(event.stepId, (step) =>
          done(step, event.atMs, event.by, {
            outcome: event.outcome,
            note: event.note,
            photoSha256: event.photoSha256,
            colour: event.colour,
          }),
        ),
      };
    case 'coloured':
      return { ...state, colourBefore: event.before };
    case 'planned':
      return {
        ...state,
        steps: state.steps.map((step) => ({ ...step, plannedS: event.times[step.id] ?? step.plannedS })),
      };
    case 'lit':
      return {
        ...state,
        light: event.choice.light,
        addS: event.addS,
        lastS: event.lastS,
        steps: state.steps.map((step) => ({ ...step, ...event.set[step.id] })),
      };
    case 'inserted': {
      const at = state.steps.findIndex((step) => step.id === event.afterStepId) + 1;
      return { ...state, steps: [...state.steps.slice(0, at), ...event.steps, ...state.steps.slice(at)] };
    }
    case 'left-out': {
      const { stepId, because, atMs, by } = event;
      const { title } = stepById(state, stepId)!;
      return {
        ...state,
        steps: state.steps.filter(({ id }) => id !== stepId),
        leftOut: [...(state.leftOut ?? []), { title, because, atMs, by }],
      };
    }
    case 'flagged':
      return { ...state, flag: event.note };
    case 'unflagged':
      return { ...state, flag: undefined };
    case 'broke': {
      const { count, glued, note, photoSha256, atMs, by } = event;
      const breakages = [...(state.breakages ?? []), { count, glued, note, photoSha256, atMs, by }];
      return { ...state, broken: state.broken + count, breakages };
    }
    case 'held':
      return { ...state, held: event.reason };
    case 'released':
      return { ...state, held: undefined };
    case 'edited':
      return edited(state, event.set);
    case 'split':
      return {
        ...state,
        count: state.count - event.count,
        clingingMg: event.clingingMg,
        plateAreaMm2: (state.plateAreaMm2 * (state.count - event.count)) / state.count,
      };
    case 'joined':
      return { ...state, part: event.part, count: event.count, clingingMg: event.clingingMg, filmUm: event.filmUm };
    case 'merged':
      return { ...state, mergedInto: event.into.name, clingingMg: ['0', '0', '0'] };
    case 'sealed':
      return {
        ...state,
        recordHash: event.hash,
        steps: change(event.stepId, (step) => done(step, event.atMs, event.by, {})),
      };
  }
}

function edited(state: BatchState, set: Extract<BatchEvent, { type: 'edited' }>['set']): BatchState {
  const given = Object.entries(set).filter(([, value]) => value !== undefined);
  return { ...state, ...Object.fromEntries(given.map(([name, value]) => [name, value ?? undefined])) };
}

const done = (step: Step, atMs: number, by: string, more: Partial<Step>): Step => ({
  ...step,
  ...more,
  state: 'done',
  startedAtMs: step.startedAtMs ?? atMs,
  endedAtMs: atMs,
  by: step.by ?? by,
});

/** The state that a list of facts adds up to. */
export function replay(events: readonly BatchEvent[]): BatchState {
  const state = events.reduce<BatchState | undefined>(applyEvent, undefined);
  if (!state) throw new RangeError('replay: no events');
  return state;
}

export const currentStep = (batch: BatchState): Step | undefined => batch.steps.find((step) => step.state !== 'done');
export const stepById = (batch: BatchState, stepId: string): Step | undefined =>
  batch.steps.find((step) => step.id === stepId);

/** Where the parts are: at the running step, else where the last finished step left them. */
export function placeOf(batch: BatchState): string {
  const current = currentStep(batch);
  if (current?.state === 'running' || (current && current.mode === 'look')) return current.station;
  const last = batch.steps.filter((step) => step.state === 'done').at(-1);
  return last?.station ?? batch.steps[0]!.station;
}

/** Seconds the parts have spent in solvent so far, over all stages. */
export function exposureS(batch: BatchState, nowMs: number): number {
  return batch.steps
    .filter((step) => step.kind === 'wash' && step.startedAtMs !== undefined)
    .reduce((sum, step) => sum + ((step.endedAtMs ?? nowMs) - step.startedAtMs!) / 1000, 0);
}

/** Seconds left of a running timed step; negative when it is overdue. */
export const remainingS = (step: Step, nowMs: number): number =>
  (step.plannedS ?? 0) - (nowMs - (step.startedAtMs ?? nowMs)) / 1000;

/** Light a batch has had so far, s of the lamp's usual light: by its sensor where there was one, else by the clock. */
export const lightS = (batch: BatchState): number =>
  batch.steps
    .filter((step) => step.kind === 'cure' && step.state === 'done')
    .reduce((sum, step) => sum + litStepS(step), 0);

/** Light of one finished cure, s. */
export function litStepS(step: Step): number {
  const seenS = step.knew?.litS;
  return typeof seenS === 'number' ? seenS : ranS(step, step.endedAtMs!);
}

/** How long the machine of a step has run, s: the clock less the time that it stood still. */
export const ranS = (step: Step, nowMs: number): number => {
  const clockS = ((step.endedAtMs ?? nowMs) - (step.startedAtMs ?? nowMs)) / 1000;
  return Math.max(0, clockS - stoodS(step));
};

/** Time that a step's machine stood still without power, s. */
export const stoodS = (step: Step): number => (step.mishaps ?? []).reduce((sum, { offS = 0 }) => sum + offS, 0);
