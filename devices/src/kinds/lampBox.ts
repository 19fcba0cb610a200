import type { ButtonOf, Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import { Bridge, type PressOn } from '../bridge.ts';
import { nowS, telling } from '../telling.ts';
import type { RunDevice, TrueLamp } from '../workshop.ts';

export type LampBoxState = {
  readonly atS: number;
  /** what the timer still has to give */
  readonly leftS: number;
  readonly lit: boolean;
  readonly doorOpen: boolean;
  readonly chamberC: number;
  /** how long it has been lit without a break */
  readonly litForS: number;
  /** of its light: below 1 when strips are out, 0 when it died without its timer knowing */
  readonly powerShare: number;
};

/** LEDs lose a little as they warm: 4 % within about a minute. An engineering guess. */
const DROOP_SHARE = 0.04;
const DROOP_S = 40;
const RISES_S = 0.4;
const CHAMBER_S = 300;
/** One strip of three is out, or the driver is hot. */
const WEAK_SHARE = 0.65;
const NOISE_SHARE = 0.006;

export const coldLampBox = (atS: number, roomC: number): LampBoxState => ({
  atS,
  leftS: 0,
  lit: false,
  doorOpen: false,
  chamberC: roomC,
  litForS: 0,
  powerShare: 1,
});

/** The box later: its timer runs only while it is lit, its chamber warms and cools. */
export function laterLampBox(state: LampBoxState, atS: number, lamp: TrueLamp): LampBoxState {
  const passedS = Math.max(0, atS - state.atS);
  const burntS = state.lit
    ? Math.min(passedS, state.leftS, Math.max(0, (lamp.cutOutS ?? Infinity) - state.litForS))
    : 0;
  const warm = (fromC: number, goalC: number, seconds: number) =>
    goalC + (fromC - goalC) * Math.exp(-seconds / CHAMBER_S);
  const afterLight = warm(state.chamberC, lamp.roomC + (state.lit ? lamp.heatsK : 0), burntS);
  const lit = state.lit && burntS === passedS && state.leftS - burntS > 0;
  return {
    ...state,
    atS,
    leftS: state.leftS - burntS,
    lit,
    chamberC: warm(afterLight, lamp.roomC, passedS - burntS),
    litForS: lit ? state.litForS + burntS : 0,
  };
}

/** A button is pressed, or the door is moved. The timer counts in its own steps, rounded down, at least one. */
export function pressedLampBox(
  state: LampBoxState,
  button: ButtonOf<'lamp'>,
  amountS: number | undefined,
  lamp: TrueLamp,
): LampBoxState {
  switch (button) {
    case 'start': {
      const wantedS = amountS ?? state.leftS;
      const leftS = Math.max(lamp.timerStepS, Math.floor(wantedS / lamp.timerStepS + 1e-9) * lamp.timerStepS);
      return { ...state, leftS, lit: !state.doorOpen, litForS: 0 };
    }
    case 'stop':
      return { ...state, lit: false, leftS: 0, litForS: 0 };
    case 'open door':
      return { ...state, doorOpen: true, lit: false, litForS: 0 };
    case 'close door':
      return { ...state, doorOpen: false, lit: state.leftS > 0 };
    case 'die':
      return { ...state, powerShare: 0 };
    case 'weaken':
      return { ...state, powerShare: WEAK_SHARE };
    case 'mend':
      return { ...state, powerShare: 1 };
  }
}

/** What its sensor shows. */
export function lightOfBox(state: LampBoxState, lamp: TrueLamp, noise: Random): number {
  if (!state.lit) return 0;
  const rise = 1 - Math.exp(-Math.max(0.2, state.litForS) / RISES_S);
  const droop = 1 - DROOP_SHARE * (1 - Math.exp(-state.litForS / DROOP_S));
  return Math.max(0, lamp.mWPerCm2 * state.powerShare * rise * droop * (1 + NOISE_SHARE * noise.normal()));
}

const LIT_MS = 1000;
const QUIET_MS = 2000;

/** The lamp box, found lit when `leftS` is on its timer: takes start, stop and the door, tells light, temperature and what its timer has left. */
export const lampBox: RunDevice = ({ stationId, seed = 1, leftS = 0, ...address }, workshop) => {
  const bridge = new Bridge(address, 'lamp');
  const noise = makeRandom(seed);
  let lamp: TrueLamp | undefined;
  let state = coldLampBox(nowS(), 20);
  const sample = (): Sample => {
    state = laterLampBox(state, nowS(), lamp!);
    return {
      atMs: Date.now(),
      mWPerCm2: Number(lightOfBox(state, lamp!, noise).toFixed(3)),
      tempC: Number(state.chamberC.toFixed(1)),
      doorOpen: state.doorOpen,
      leftS: Math.round(state.leftS),
      note: state.doorOpen ? 'door open' : state.lit ? (state.powerShare < 1 ? 'lit, strips out' : 'lit') : 'off',
    };
  };
  const act = async (press: PressOn<'lamp'>) => {
    lamp = await workshop.lamp(stationId);
    state = pressedLampBox(laterLampBox(state, nowS(), lamp), press.button, press.amount, lamp);
    await bridge.send([sample()]);
  };
  void bridge.followPresses(act);
  void (async () => {
    lamp = await workshop.lamp(stationId);
    state = coldLampBox(nowS(), lamp.roomC);
    if (leftS > 0) state = pressedLampBox(state, 'start', leftS, lamp);
    telling(bridge, sample, () => (state.lit ? LIT_MS : QUIET_MS));
  })();
  return { stop: () => bridge.stop() };
};
