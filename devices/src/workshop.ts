import type { Lab } from '@north-step/core/colour';
import type { Charge } from '@north-step/core/reclaim';
import type { Address } from './bridge.ts';
import type { SimulatedRoom } from './room.ts';

/** What a bath really holds: only the simulated world knows. */
export type TrueBath = {
  readonly loadPctW: number;
  readonly densityGPerMl: number;
  readonly tempC: number;
  readonly clarityPerPctMm: number;
};
/** A lamp box as it really is: only the simulated world knows. */
export type TrueLamp = {
  /** light at its own sensor when warm, mW/cm² */
  readonly mWPerCm2: number;
  /** by marked place of a meter, mW/cm² */
  readonly byPlace: Readonly<Record<string, number>>;
  readonly heatsK: number;
  readonly roomC: number;
  readonly timerStepS: number;
  readonly cutOutS?: number | undefined;
};
/** The colour of a batch's parts as they truly are, and of an unlit piece of their resin. */
export type PartColours = { readonly part: Lab; readonly unlit: Lab };

/** What is truly there for simulated devices to feel. Asked for anew each time: baths load up, lamps age. */
export type Workshop = {
  readonly bath: (vesselId: string) => Promise<TrueBath>;
  /** what a vessel truly holds */
  readonly charge: (vesselId: string) => Promise<Charge>;
  /** @param stationId where it stands; without one, a lamp that there is */
  readonly lamp: (stationId: string | undefined) => Promise<TrueLamp>;
  readonly colours: (batchId: string) => Promise<PartColours>;
  /** what stands on a batch's label; nothing when there is none */
  readonly labelOf: (batchId: string) => Promise<string | undefined>;
  readonly room: SimulatedRoom;
};

/** A simulated device: how it reaches its server, and where it stands. */
export type Standing = Address & {
  readonly stationId?: string;
  /** of what it makes up, so that two of a kind are not alike; default 1 */
  readonly seed?: number;
  /** what its timer shows when it is found running, s; default 0 */
  readonly leftS?: number;
};
export type RunningDevice = { readonly stop: () => void };
/** Runs a device until it is stopped. Everything about a kind (its physics, what it tells, what is pressed on it, its faults) stands in one file. */
export type RunDevice = (at: Standing, workshop: Workshop) => RunningDevice;
