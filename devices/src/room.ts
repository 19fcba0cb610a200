import type { ButtonOf } from '@north-step/contract';
import { nowS } from './telling.ts';

/** The air of the simulated room. */
export type RoomAir = {
  readonly atS: number;
  readonly tempC: number;
  readonly humidityPct: number;
  readonly vapourPctLel: number;
  readonly windowOpen: boolean;
  readonly airOn: boolean;
};
/** Outside, an island morning. */
const OUTSIDE = { tempC: 11, humidityPct: 78 };
const SHIFTS_S = 600;
/** Vapour leaves by the door, faster by the extraction. Engineering guesses. */
const CLEARS_S = 240;
const CLEARS_BY_AIR_S = 60;
/** Closed baths and wet parts give a trace. */
const TRACE_PCT_LEL = 0.2;
const SPILL_PCT_LEL = 24;

export const usualAir = (atS: number, tempC: number, humidityPct: number): RoomAir => ({
  atS,
  tempC,
  humidityPct,
  vapourPctLel: TRACE_PCT_LEL,
  windowOpen: false,
  airOn: false,
});

/** The room later. @param inside what it comes back to with its window shut */
export function laterAir(
  air: RoomAir,
  atS: number,
  inside: { readonly tempC: number; readonly humidityPct: number },
): RoomAir {
  const passedS = Math.max(0, atS - air.atS);
  const goal = air.windowOpen ? OUTSIDE : inside;
  const toward = (from: number, to: number, tauS: number) => to + (from - to) * Math.exp(-passedS / tauS);
  return {
    ...air,
    atS,
    tempC: toward(air.tempC, goal.tempC, SHIFTS_S),
    humidityPct: toward(air.humidityPct, goal.humidityPct, SHIFTS_S),
    vapourPctLel: toward(air.vapourPctLel, TRACE_PCT_LEL, air.airOn || air.windowOpen ? CLEARS_BY_AIR_S : CLEARS_S),
  };
}

/** Something done to the room by hand. */
export function doneToAir(air: RoomAir, button: ButtonOf<'room-sensor' | 'vapour-sensor'>): RoomAir {
  switch (button) {
    case 'open window':
      return { ...air, windowOpen: true };
    case 'close window':
      return { ...air, windowOpen: false };
    case 'spill':
      return { ...air, vapourPctLel: air.vapourPctLel + SPILL_PCT_LEL };
    case 'air on':
      return { ...air, airOn: true };
    case 'air off':
      return { ...air, airOn: false };
  }
}

/** The air of one room, felt by its thermometer and hygrometer and by its vapour sensor alike. */
export class SimulatedRoom {
  private air: RoomAir;
  private readonly inside: { readonly tempC: number; readonly humidityPct: number };
  constructor(inside: { readonly tempC: number; readonly humidityPct: number }) {
    this.inside = inside;
    this.air = usualAir(nowS(), inside.tempC, inside.humidityPct);
  }
  now(): RoomAir {
    this.air = laterAir(this.air, nowS(), this.inside);
    return this.air;
  }
  do(button: ButtonOf<'room-sensor' | 'vapour-sensor'>): void {
    this.air = doneToAir(this.now(), button);
  }
}
