import { isCure, isWash } from '../route/index.ts';
import type { BatchEvent } from './events.ts';
import type { BatchState, Step } from './types.ts';

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
    case 'extended': {
      const { addS, idleS = 0, atMs, by } = event;
      const added = { addS, idleS, atMs, by };
      return {
        ...state,
        steps: change(event.stepId, (step) => ({ ...step, added: [...(step.added ?? []), added] })),
      };
    }
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
        ...filmInRecesses(event.recessUm ?? state.recessUm),
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
        lightClosed: event.closed,
        handleS: event.handleS ?? state.handleS,
        addS: event.addS,
        lastS: event.lastS,
        steps: state.steps.map((step) => ({ ...step, ...event.set[step.id] })),
      };
    case 'inserted': {
      const at = state.steps.findIndex((step) => step.id === event.afterStepId) + 1;
      return { ...state, steps: [...state.steps.slice(0, at), ...event.steps, ...state.steps.slice(at)] };
    }
    case 'moved':
      return { ...state, steps: state.steps.map((step) => ({ ...step, ...event.set[step.id] })) };
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
      return { ...state, flag: event.note, flagStops: event.stops };
    case 'unflagged':
      return unflagged(state, event);
    case 'broke': {
      const { type: _, ...breakage } = event;
      return { ...state, broken: state.broken + event.count, breakages: [...(state.breakages ?? []), breakage] };
    }
    case 'measured': {
      const { sizes, atMs, by } = event;
      return { ...state, sizes: [...(state.sizes ?? []), ...sizes.map((size) => ({ ...size, atMs, by }))] };
    }
    case 'undone':
      return withoutKeys({ ...state, ...event.put }, event.drop);
    case 'held':
      return { ...state, held: event.reason };
    case 'released':
      return { ...state, held: undefined };
    case 'edited':
      return edited(state, event.set);
    case 'split':
      return {
        ...state,
        part: event.part ?? state.part,
        count: state.count - event.count,
        clingingMg: event.clingingMg,
        plateAreaMm2: (state.plateAreaMm2 * (state.count - event.count)) / state.count,
      };
    case 'joined':
      return joined(state, event);
    case 'merged':
      return { ...state, mergedInto: event.into.name, clingingMg: ['0', '0', '0'] };
    case 'scrapped':
      return {
        ...state,
        recordHash: event.hash,
        clingingMg: ['0', '0', '0'],
        scrapped: { because: event.because, atMs: event.atMs, by: event.by },
      };
    case 'sealed':
      return {
        ...state,
        recordHash: event.hash,
        steps: change(event.stepId, (step) => done(step, event.atMs, event.by, {})),
      };
  }
}

const filmInRecesses = (recessUm: number | undefined) => (recessUm === undefined ? {} : { recessUm });

function edited(state: BatchState, set: Extract<BatchEvent, { type: 'edited' }>['set']): BatchState {
  const given = Object.entries(set).filter(([, value]) => value !== undefined);
  return { ...state, ...Object.fromEntries(given.map(([name, value]) => [name, value ?? undefined])) };
}

function joined(state: BatchState, event: Extract<BatchEvent, { type: 'joined' }>): BatchState {
  const { part, count, clingingMg, filmUm, recessUm, broken = 0, breakages = [], sizes = [] } = event;
  const all = [...(state.breakages ?? []), ...breakages];
  const allSizes = [...(state.sizes ?? []), ...sizes];
  return {
    ...state,
    part,
    count,
    clingingMg,
    filmUm,
    ...filmInRecesses(recessUm),
    broken: state.broken + broken,
    ...(all.length > 0 ? { breakages: all } : {}),
    ...(allSizes.length > 0 ? { sizes: allSizes } : {}),
  };
}

function unflagged(state: BatchState, { answer, atMs, by }: Extract<BatchEvent, { type: 'unflagged' }>): BatchState {
  const { flag, flagStops = false } = state;
  const answered = { note: flag ?? '', stopped: flagStops, answer, atMs, by };
  const flagsAnswered = flag === undefined ? state.flagsAnswered : [...(state.flagsAnswered ?? []), answered];
  return { ...state, flag: undefined, flagStops: undefined, flagsAnswered };
}

const withoutKeys = (state: BatchState, keys: readonly (keyof BatchState)[]): BatchState =>
  Object.fromEntries(Object.entries(state).filter(([key]) => !keys.includes(key as keyof BatchState))) as BatchState;

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

export const currentStep = (batch: Pick<BatchState, 'steps'>): Step | undefined =>
  batch.steps.find((step) => step.state !== 'done');
export const stepById = (batch: BatchState, stepId: string): Step | undefined =>
  batch.steps.find((step) => step.id === stepId);

/** By station: how many batches are there. */
export function takenBy(batches: readonly BatchState[]): Readonly<Record<string, number>> {
  const taken: Record<string, number> = {};
  for (const batch of batches) taken[placeOf(batch)] = (taken[placeOf(batch)] ?? 0) + 1;
  return taken;
}

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
    .filter((step) => isWash(step) && step.startedAtMs !== undefined)
    .reduce((sum, step) => sum + ((step.endedAtMs ?? nowMs) - step.startedAtMs!) / 1000, 0);
}

/** Time that a step is to run in all: as planned, and what was put on or taken off, s. */
export const wantedS = (step: Step): number => (step.plannedS ?? 0) + addedS(step);
/** Put on (or taken off) while it ran, s. */
export const addedS = (step: Step): number => (step.added ?? []).reduce((sum, { addS }) => sum + addS, 0);
/** Between the end of a timer and the press that put more on, s. */
const idleS = (step: Step): number => (step.added ?? []).reduce((sum, one) => sum + one.idleS, 0);

/** Seconds left of a running timed step; negative when it is overdue. */
export const remainingS = (step: Step, nowMs: number): number =>
  wantedS(step) + idleS(step) - (nowMs - (step.startedAtMs ?? nowMs)) / 1000;

/** Light a batch has had in finished steps, s of the lamp's usual light: by its sensor where there was one, else by its timer. */
export const lightS = (batch: Pick<BatchState, 'steps'>): number =>
  batch.steps.filter((step) => isCure(step) && step.state === 'done').reduce((sum, step) => sum + litStepS(step), 0);

/** Light of one finished cure, s. */
export function litStepS(step: Step): number {
  return knewNumber(step, 'litS') ?? litByTimerS(step, step.endedAtMs!);
}

/** Light of a cure that nobody watched: as long as it was on, and no longer than its timer. The sun has none. @returns s */
function litByTimerS(step: Step, nowMs: number): number {
  const overS = step.daylight ? 0 : Math.max(0, -remainingS(step, step.endedAtMs ?? nowMs));
  return Math.max(0, ranS(step, nowMs) - overS);
}

/** What a lamp's own sensor has shown of the step that runs, until its last sample. */
export type LitSeen = {
  readonly stepId: string;
  readonly litS: number;
  readonly lastShare: number;
  readonly lastAtMs: number;
};
/** A sensor that is silent for longer than this says nothing of now. */
export const HEARD_MS = 25_000;

/** Light of the cure that runs, s: by its lamp's sensor where one was heard, else by its timer. 0 where none runs. */
export function litNowS(batch: BatchState, nowMs: number, seen?: LitSeen): number {
  const step = currentStep(batch);
  if (!step || !isCure(step) || step.state !== 'running') return 0;
  if (seen?.stepId !== step.id) return litByTimerS(step, nowMs);
  const sinceMs = Math.min(HEARD_MS, Math.max(0, nowMs - seen.lastAtMs));
  return seen.litS + (seen.lastShare * sinceMs) / 1000;
}

/** All light that a batch has had until now, s. One number for the window's pointer, its limit and what is missing. */
export const lightSoFarS = (batch: BatchState, nowMs: number, seen?: LitSeen): number =>
  lightS(batch) + litNowS(batch, nowMs, seen);

/** Between the start and the end of a step by the clock, s; 0 for one that is not done. */
export const tookS = ({ startedAtMs, endedAtMs }: Pick<Step, 'startedAtMs' | 'endedAtMs'>): number =>
  startedAtMs === undefined || endedAtMs === undefined ? 0 : (endedAtMs - startedAtMs) / 1000;

/** How long the machine of a step has run, s: the clock less the time that it stood still. */
export const ranS = (step: Step, nowMs: number): number => {
  const clockS = ((step.endedAtMs ?? nowMs) - (step.startedAtMs ?? nowMs)) / 1000;
  return Math.max(0, clockS - stoodS(step) - idleS(step));
};

/** Time that a step's machine stood still without power, s. */
export const stoodS = (step: Step): number => (step.mishaps ?? []).reduce((sum, { offS = 0 }) => sum + offS, 0);

/** A number that a step knew, where it knew one. */
export const knewNumber = (step: Pick<Step, 'knew'> | undefined, name: string): number | undefined => {
  const value = step?.knew?.[name];
  return typeof value === 'number' ? value : undefined;
};
