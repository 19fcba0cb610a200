import type { Random } from '@north-step/core/maths';

/** A lamp box as it really is: only the simulated world knows. */
export type TrueLamp = {
  /** light at its own sensor when warm, mW/cm² */
  readonly mWPerCm2: number;
  /** by marked place of a meter, mW/cm² */
  readonly byPlace: Readonly<Record<string, number>>;
  readonly heatsK: number;
  readonly roomC: number;
  readonly timerStepS: number;
  readonly cutOutS?: number;
};
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
  button: string,
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
    default:
      return state;
  }
}

/** What its sensor shows. */
export function lightOfBox(state: LampBoxState, lamp: TrueLamp, noise: Random): number {
  if (!state.lit) return 0;
  const rise = 1 - Math.exp(-Math.max(0.2, state.litForS) / RISES_S);
  const droop = 1 - DROOP_SHARE * (1 - Math.exp(-state.litForS / DROOP_S));
  return Math.max(0, lamp.mWPerCm2 * state.powerShare * rise * droop * (1 + NOISE_SHARE * noise.normal()));
}

/** A hand-held meter is right to about 2 %. */
const METER_SHARE = 0.02;
/** What a meter at a marked place shows. @returns mW/cm², in steps of 0.01; 0 at a place that is not marked */
export const meterShows = (lamp: TrueLamp, place: string, noise: Random): number =>
  Number(Math.max(0, (lamp.byPlace[place] ?? 0) * (1 + METER_SHARE * noise.normal())).toFixed(2));
