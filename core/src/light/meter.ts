import type { Vec3 } from '../mesh/index.ts';
import { InputError } from '../units/index.ts';
import { anglesOf, type Lamp, ledsOfGroup, surroundingsOf } from './lamp.ts';
import { lightMap } from './lightMap.ts';

/** A place where a meter can be put: marked on the table or on a stand. */
export type MeterSpot = { readonly id: string; readonly words: string; readonly posMm: Vec3; readonly normal: Vec3 };

const STAND_SHARE = 0.35;
const EDGE_SHARE = 0.75;
/** The three marked places of a lamp. */
export function meterSpots(lamp: Lamp): readonly MeterSpot[] {
  const z = Math.round(lamp.heightMm * STAND_SHARE);
  const edge = Math.round(lamp.tableRadiusMm * EDGE_SHARE);
  return [
    { id: 'up', words: 'on the middle of the table, facing up', posMm: [0, 0, 1], normal: [0, 0, 1] },
    { id: 'out', words: `on a stand ${z} mm high in the middle, facing a wall`, posMm: [0, 0, z], normal: [1, 0, 0] },
    {
      id: 'edge',
      words: `${edge} mm from the middle, ${z} mm high, facing out`,
      posMm: [edge, 0, z],
      normal: [1, 0, 0],
    },
  ];
}

/** The meter's place that stands for a part: on a stand in the middle, facing out. */
export const MIDDLE_SPOT = 1;
const METER_ANGLES = 60;
const METER_AREA_MM2 = 400;

/** What a meter would show at its marked places if the description were true and nothing had faded, averaged over a turn. @returns mW/cm² */
export function describedMWPerCm2(lamp: Lamp, spots: readonly MeterSpot[] = meterSpots(lamp)): readonly number[] {
  const samples = {
    count: spots.length,
    at: Float32Array.from(spots.flatMap(({ posMm }) => posMm)),
    normal: Float32Array.from(spots.flatMap(({ normal }) => normal)),
    areaMm2Each: 0,
  };
  const leds = lamp.groups.flatMap(ledsOfGroup);
  const angles = lamp.turntable ? METER_ANGLES - (METER_ANGLES % anglesOf(lamp)) + 1 : 1;
  const scene = { ...surroundingsOf(lamp), leds, angles, partAreaMm2: METER_AREA_MM2 };
  return [...lightMap(scene, samples)!];
}

export type MeterReading = { readonly spot: string; readonly mWPerCm2: number };
export type MeterCheck = {
  /** light over what the description says */
  readonly scale: number;
  /** how far the places disagree about that, % (standard deviation) */
  readonly spreadPct: number;
  readonly bySpot: readonly { readonly spot: string; readonly describedMWPerCm2: number; readonly mWPerCm2: number }[];
};

/**
 * One factor for all LEDs from readings at marked places: ∑ m·d / ∑ d², least squares through nothing.
 * @throws RangeError when a place is not one of the lamp's, or nothing was read
 */
export function meterCheck(lamp: Lamp, readings: readonly MeterReading[]): MeterCheck {
  const spots = meterSpots(lamp);
  const described = describedMWPerCm2(lamp, spots);
  const bySpot = readings.map(({ spot, mWPerCm2 }) => {
    const place = spots.findIndex(({ id }) => id === spot);
    if (place < 0) throw new InputError('spot', `This lamp has no place “${spot}”.`);
    return { spot, describedMWPerCm2: described[place]!, mWPerCm2 };
  });
  const power = bySpot.reduce((sum, { describedMWPerCm2: d }) => sum + d * d, 0);
  if (!(power > 0)) throw new InputError('readings', 'No light is described at the places that were read.');
  const scale = bySpot.reduce((sum, { describedMWPerCm2: d, mWPerCm2 }) => sum + d * mWPerCm2, 0) / power;
  const off = bySpot.map(({ describedMWPerCm2: d, mWPerCm2 }) => mWPerCm2 / (scale * d) - 1);
  const spreadPct =
    bySpot.length < 2 ? UNKNOWN_SPREAD_PCT : 100 * Math.sqrt(off.reduce((sum, x) => sum + x * x, 0) / (off.length - 1));
  return { scale, spreadPct, bySpot };
}
/** One place alone says nothing of how well the description fits. An engineering guess. */
const UNKNOWN_SPREAD_PCT = 15;
