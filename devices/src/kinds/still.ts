import type { ButtonOf, Sample } from '@north-step/contract';
import { type Charge, type Distillation, distil, type StillPoint, USUAL_STILL_W } from '@north-step/core/reclaim';
import { Bridge } from '../bridge.ts';
import { nowS, telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

/** A small closed still: pot with a plate below it, condenser with water running through. */
export type StillState = {
  readonly atS: number;
  readonly charge: Charge;
  readonly run?: Distillation | undefined;
  readonly powerW: number;
  readonly heating: boolean;
  /** how long it has been heated, s */
  readonly heatedS: number;
  /** its water runs */
  readonly cooled: boolean;
  readonly powered: boolean;
  readonly roomC: number;
  readonly potC: number;
};
/** Of its own it goes off here: a last resort, not a way to work. */
const CUT_OUT_C = 125;
const COOLS_S = 900;
const WATER_C = 16;
/** Without water what comes over is not caught. */
const WARM_C = 52;
/** The simulated pot can be run to nearly nothing: only the one before it stops it in time. */
const TO_THE_END = { resinShare: 0.97, potC: 160, heelPct: 2 };

export const coldStill = (atS: number, roomC: number): StillState => ({
  atS,
  charge: { isopropanolG: 0, waterG: 0, resinG: 0 },
  powerW: USUAL_STILL_W,
  heating: false,
  heatedS: 0,
  cooled: true,
  powered: true,
  roomC,
  potC: roomC,
});

/** What is in it is boiled from now on. */
export const chargedStill = (state: StillState, charge: Charge, powerW: number): StillState => {
  const liquidG = charge.isopropanolG + charge.waterG;
  return {
    ...state,
    charge,
    powerW,
    heatedS: 0,
    run: liquidG >= 1 ? distil(charge, { powerW, stop: TO_THE_END }) : undefined,
    heating: liquidG >= 1 && state.powered,
  };
};

/** The still later: it warms, boils as the model has it, and cools once the heat is off. */
export function laterStill(state: StillState, atS: number): StillState {
  const passedS = Math.max(0, atS - state.atS);
  if (!state.heating || !state.run)
    return { ...state, atS, potC: state.roomC + (state.potC - state.roomC) * Math.exp(-passedS / COOLS_S) };
  const heatedS = state.heatedS + passedS;
  const potC = potAt(state.run, heatedS / 60, state.roomC);
  return { ...state, atS, heatedS, potC, heating: potC < CUT_OUT_C };
}

/** Along the course; before it the pot warms, past it what is left burns on. */
function potAt({ course, potC }: Distillation, minutes: number, roomC: number): number {
  const first = course[0]!;
  if (minutes < first.minutes) return roomC + ((potC[0] - roomC) * minutes) / first.minutes;
  const last = course.at(-1)!;
  if (minutes >= last.minutes) return last.potC + 2 * (minutes - last.minutes);
  return pointAt(course, minutes).potC;
}

function pointAt(course: readonly StillPoint[], minutes: number): StillPoint {
  const at = course.findIndex((point) => point.minutes > minutes);
  const [a, b] = [course[at - 1]!, course[at]!];
  const share = (minutes - a.minutes) / Math.max(1e-9, b.minutes - a.minutes);
  const mix = (from: number, to: number) => from + (to - from) * share;
  return {
    minutes,
    potC: mix(a.potC, b.potC),
    potG: mix(a.potG, b.potG),
    resinShare: mix(a.resinShare, b.resinShare),
    distillateG: mix(a.distillateG, b.distillateG),
  };
}

/** Caught so far, g; without cooling water the half of it is lost. */
export function caughtG({ run, heatedS, cooled }: StillState): number {
  if (!run) return 0;
  const minutes = heatedS / 60;
  const first = run.course[0]!;
  const over =
    minutes <= first.minutes
      ? 0
      : minutes >= run.course.at(-1)!.minutes
        ? run.course.at(-1)!.distillateG
        : pointAt(run.course, minutes).distillateG;
  return cooled ? over : over / 2;
}
export const condenserC = ({ cooled, heating, potC, roomC }: StillState): number =>
  cooled ? WATER_C + (heating ? 4 : 0) : heating ? Math.min(WARM_C, potC) : roomC;

/** A button, or a fault. @param minutes how many pass at once in practice */
export function pressedStill(
  state: StillState,
  button: Exclude<ButtonOf<'still'>, 'heat on'>,
  minutes = 30,
): StillState {
  switch (button) {
    case 'heat off':
      return { ...state, heating: false };
    case 'stop water':
      return { ...state, cooled: false };
    case 'cut power':
      return { ...state, powered: false, heating: false };
    case 'mend':
      return { ...state, cooled: true, powered: true };
    case 'time passes':
      return { ...laterStill(state, state.atS + 60 * minutes), atS: state.atS };
  }
}

/** In words, for its display. */
export function stillSays(state: StillState): string {
  if (!state.powered) return 'no power';
  if (!state.cooled) return 'condenser has no water';
  return state.heating ? 'heating' : state.heatedS > 0 && state.potC > state.roomC + 10 ? 'heat off, cooling' : 'cold';
}

const LIVELY_MS = 1000;
const QUIET_MS = 3000;

/** A still: heated on a press with what the vessel holds, it tells its pot, its condenser and what it caught. */
export const still: RunDevice = (address, { charge, room }) => {
  const bridge = new Bridge(address, 'still');
  let state = coldStill(nowS(), room.now().tempC);
  const sample = (): Sample => {
    state = laterStill(state, nowS());
    return {
      atMs: Date.now(),
      tempC: Number(state.potC.toFixed(1)),
      coolingC: Number(condenserC(state).toFixed(1)),
      grams: Number(caughtG(state).toFixed(0)),
      heating: state.heating,
      note: stillSays(state),
    };
  };
  void bridge.followPresses(async ({ button, vesselId, amount }) => {
    state = laterStill(state, nowS());
    state =
      button === 'heat on'
        ? chargedStill(state, await charge(vesselId ?? ''), amount ?? USUAL_STILL_W)
        : pressedStill(state, button, amount);
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => (state.heating ? LIVELY_MS : QUIET_MS));
  return { stop: () => bridge.stop() };
};
