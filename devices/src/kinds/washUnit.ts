import type { ButtonOf, Sample } from '@north-step/contract';
import { Bridge } from '../bridge.ts';
import { nowS, telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

/** A wash unit: a tub with an impeller on a timer that turns about, and stops when its lid is open. */
export type WashUnitState = {
  readonly atS: number;
  readonly leftS: number;
  /** its timer runs; the impeller may stand still all the same */
  readonly on: boolean;
  readonly lidOpen: boolean;
  readonly bathC: number;
  /** how long it has turned one way, s */
  readonly thisWayS: number;
  readonly turns: 'left' | 'right';
  readonly jammed: boolean;
  readonly powered: boolean;
};

/** It turns about after so long, and stands still for a moment between. */
const REVERSES_S = 30;
const PAUSE_S = 1.5;
const TIMER_STEP_S = 10;
/** The impeller warms a bath by a few degrees over a long run. Engineering guesses. */
const WARMS_K = 3;
const WARMS_S = 1200;

export const stillWashUnit = (atS: number, roomC: number): WashUnitState => ({
  atS,
  leftS: 0,
  on: false,
  lidOpen: false,
  bathC: roomC,
  thisWayS: 0,
  turns: 'right',
  jammed: false,
  powered: true,
});

const runs = ({ on, lidOpen, powered, leftS }: WashUnitState): boolean => on && powered && !lidOpen && leftS > 0;
/** Whether the liquid moves now. */
export const stirs = (state: WashUnitState): boolean =>
  runs(state) && !state.jammed && state.thisWayS < REVERSES_S - PAUSE_S;

/** The unit later: its timer counts only while it runs; the bath warms toward the room and what stirring adds. */
export function laterWashUnit(state: WashUnitState, atS: number, roomC: number): WashUnitState {
  const passedS = Math.max(0, atS - state.atS);
  const ranS = runs(state) ? Math.min(passedS, state.leftS) : 0;
  const turnedS = state.thisWayS + ranS;
  const about = Math.floor(turnedS / REVERSES_S);
  const goalC = roomC + (ranS > 0 && !state.jammed ? WARMS_K : 0);
  return {
    ...state,
    atS,
    leftS: state.leftS - ranS,
    on: state.on && state.leftS - ranS > 0,
    thisWayS: turnedS - about * REVERSES_S,
    turns: about % 2 === 0 ? state.turns : state.turns === 'left' ? 'right' : 'left',
    bathC: goalC + (state.bathC - goalC) * Math.exp(-passedS / WARMS_S),
  };
}

/** A button, its lid, or a fault. The timer counts in tens of seconds, rounded up. */
export function pressedWashUnit(
  state: WashUnitState,
  button: ButtonOf<'wash-unit'>,
  amountS: number | undefined,
): WashUnitState {
  switch (button) {
    case 'start': {
      const leftS = Math.max(TIMER_STEP_S, Math.ceil((amountS ?? state.leftS) / TIMER_STEP_S - 1e-9) * TIMER_STEP_S);
      return { ...state, leftS, on: state.powered, thisWayS: 0 };
    }
    case 'stop':
      return { ...state, on: false, leftS: 0 };
    case 'open lid':
      return { ...state, lidOpen: true };
    case 'close lid':
      return { ...state, lidOpen: false };
    case 'jam':
      return { ...state, jammed: true };
    case 'cut power':
      return { ...state, powered: false, on: false };
    case 'mend':
      return { ...state, jammed: false, powered: true };
  }
}

/** In words, for its display. */
export function washUnitSays(state: WashUnitState): string {
  if (!state.powered) return 'no power';
  if (state.lidOpen) return state.on ? 'lid open, waiting' : 'lid open';
  if (!state.on) return 'off';
  return state.jammed ? 'on, but nothing turns' : stirs(state) ? `turning ${state.turns}` : 'turning about';
}

const LIVELY_MS = 1000;
const QUIET_MS = 2000;

/** A wash unit: takes start, stop and its lid, tells whether it stirs, its timer and the bath's temperature. */
export const washUnit: RunDevice = ({ leftS = 0, ...address }, { room }) => {
  const roomC = () => room.now().tempC;
  const bridge = new Bridge(address, 'wash-unit');
  let state = stillWashUnit(nowS(), roomC());
  if (leftS > 0) state = pressedWashUnit(state, 'start', leftS);
  const sample = (): Sample => {
    state = laterWashUnit(state, nowS(), roomC());
    return {
      atMs: Date.now(),
      stirring: stirs(state),
      lidOpen: state.lidOpen,
      tempC: Number(state.bathC.toFixed(1)),
      leftS: Math.round(state.leftS),
      note: washUnitSays(state),
    };
  };
  void bridge.followPresses(async ({ button, amount }) => {
    state = pressedWashUnit(laterWashUnit(state, nowS(), roomC()), button, amount);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.on ? LIVELY_MS : QUIET_MS));
  return { stop: () => bridge.stop() };
};
