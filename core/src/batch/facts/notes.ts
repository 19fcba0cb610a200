import type { SizeFound } from '../../caliper/index.ts';
import type { ColourBefore } from '../../colour/index.ts';
import type { BatchState, Breakage, Priority } from '../types.ts';
import { fact } from './fact.ts';

type Edited = {
  /** null takes it away */
  readonly set: {
    readonly customer?: string | null | undefined;
    readonly dueAtMs?: number | null | undefined;
    readonly priority?: Priority | undefined;
    readonly note?: string | null | undefined;
  };
};
/** An earlier command is taken back: what it had changed is as it was before. */
export type Undone = {
  /** the command that is taken back */
  readonly commandId: string;
  /** fields of the state as they were before it */
  readonly put: Partial<BatchState>;
  /** fields that were not there before it */
  readonly drop: readonly (keyof BatchState)[];
};

const withoutKeys = (state: BatchState, keys: readonly (keyof BatchState)[]): BatchState =>
  Object.fromEntries(Object.entries(state).filter(([key]) => !keys.includes(key as keyof BatchState))) as BatchState;

/** What is noted of a batch at any step. */
export const NOTE_FACTS = {
  flagged: fact<{ readonly note: string; readonly stops?: boolean | undefined }>((state, { note, stops }) => ({
    ...state,
    flag: note,
    flagStops: stops,
  })),
  unflagged: fact<{ readonly answer?: string | undefined }>((state, { answer, atMs, by }) => {
    const { flag, flagStops = false } = state;
    const answered = { note: flag ?? '', stopped: flagStops, answer, atMs, by };
    const flagsAnswered = flag === undefined ? state.flagsAnswered : [...(state.flagsAnswered ?? []), answered];
    return { ...state, flag: undefined, flagStops: undefined, flagsAnswered };
  }),
  held: fact<{ readonly reason: string }>((state, { reason }) => ({ ...state, held: reason })),
  released: fact<object>((state) => ({ ...state, held: undefined })),
  edited: fact<Edited>((state, { set }) => {
    const given = Object.entries(set).filter(([, value]) => value !== undefined);
    return { ...state, ...Object.fromEntries(given.map(([name, value]) => [name, value ?? undefined])) };
  }),
  measured: fact<{ readonly sizes: readonly SizeFound[] }>((state, { sizes, atMs, by }) => ({
    ...state,
    sizes: [...(state.sizes ?? []), ...sizes.map((size) => ({ ...size, atMs, by }))],
  })),
  coloured: fact<{ readonly before: ColourBefore }>((state, { before }) => ({ ...state, colourBefore: before })),
  broke: fact<Omit<Breakage, 'atMs' | 'by'>>(
    (state, { count, glued, which, corrects, note, photoSha256, atMs, by }) => ({
      ...state,
      broken: state.broken + count,
      breakages: [...(state.breakages ?? []), { atMs, by, count, glued, which, corrects, note, photoSha256 }],
    }),
  ),
  undone: fact<Undone>((state, { put, drop }) => withoutKeys({ ...state, ...put }, drop), {
    forGood: 'Press it again instead.',
  }),
};
