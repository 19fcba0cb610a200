import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { keepSignals, readSignals, type Signals } from '../signals/signals.ts';
import { api } from './api.ts';

/** What only this screen knows: who works here, which batch is chosen, how its clock differs from the server's. */
type Here = {
  readonly person: string;
  readonly chosenBatchId?: string | undefined;
  readonly clockOffsetMs: number;
  readonly theme: 'day' | 'amber';
  readonly signals: Signals;
};

const THEME_KEY = 'north-step.theme';
const PERSON_KEY = 'north-step.person';
const read = (key: string): string | null => (typeof localStorage === 'undefined' ? null : localStorage.getItem(key));

export const hereSlice = createSlice({
  name: 'here',
  initialState: (): Here => ({
    person: read(PERSON_KEY) ?? '',
    clockOffsetMs: 0,
    theme: read(THEME_KEY) === 'amber' ? 'amber' : 'day',
    signals: readSignals(),
  }),
  reducers: {
    chose: (state, { payload }: PayloadAction<string | undefined>) => ({ ...state, chosenBatchId: payload }),
    workedBy: (state, { payload }: PayloadAction<string>) => ({ ...state, person: payload }),
    signalled: (state, { payload }: PayloadAction<Partial<Signals>>) => ({
      ...state,
      signals: { ...state.signals, ...payload },
    }),
    lit: (state, { payload }: PayloadAction<Here['theme']>) => ({ ...state, theme: payload }),
  },
  extraReducers: (builder) =>
    builder.addMatcher(api.endpoints.bench.matchFulfilled, (state, { payload }) => ({
      ...state,
      clockOffsetMs: payload.nowMs - Date.now(),
      person: state.person || (payload.people[0]?.name ?? ''),
    })),
});
export const { chose, workedBy, lit, signalled } = hereSlice.actions;

/** Keeps the choices of this screen. */
export function rememberHere(here: Here): void {
  localStorage.setItem(THEME_KEY, here.theme);
  localStorage.setItem(PERSON_KEY, here.person);
  keepSignals(here.signals);
  document.documentElement.dataset.theme = here.theme;
}
