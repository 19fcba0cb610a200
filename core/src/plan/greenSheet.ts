import type { BatchState } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { cureWindow, type Medium } from '../cure/index.ts';
import { type SunAt, sunLight } from '../light/index.ts';
import { softeningDip } from '../route/index.ts';
import { cureDoubt, cureSetting, EVEN_LIGHT, LEAST_MW_PER_CM2 } from './cureSetting.ts';
import { requestOf } from './requestOf.ts';

/** Light that somebody who is no workshop has. */
export const HOME_LIGHTS = ['outdoors', 'sill', 'small lamp', 'lamp box'] as const;
export type HomeLight = (typeof HOME_LIGHTS)[number];
/** How long green parts take in one of them, until a look. Minutes of a day with the parts turned. */
export type HomeCure = {
  readonly light: HomeLight;
  /** nothing where it is not reached in six hours */
  readonly minutes?: { readonly low: number; readonly mid: number; readonly high?: number };
  /** what is added at a time while it is sticky, minutes */
  readonly addMin?: number;
};
export type GreenSheet = {
  readonly cures: readonly HomeCure[];
  /** in water instead, where supports are still on: how warm and how long they become soft */
  readonly dip: { readonly tempC: number; readonly seconds: number };
  readonly supportsOn: boolean;
  readonly medium: Medium;
};

/** A small lamp at a hand's width, and a box: light of them in mW/cm², low, usual and high. Engineering guesses. */
const LAMPS: Readonly<Record<'small lamp' | 'lamp box', readonly [low: number, mid: number, high: number]>> = {
  'small lamp': [0.8, 2, 4],
  'lamp box': [5, 10, 18],
};
/** Of the sky that is covered: on a dull, a usual and a bright day. */
const SKIES = { dull: 1, usual: 0.6, bright: 0.1 } as const;
const ROOM_C = 20;
const ADD_SHARE = 0.25;
const HOUR_MS = 3_600_000;

/**
 * What a customer needs to know to trim and cure green parts: minutes in the light that they have, as ranges over the weather,
 * lamps that differ, and how well this resin is known. No map is made of their light: parts are turned.
 * @param at where they are, and the day
 */
export function greenSheet(
  batch: BatchState,
  bench: BenchNow,
  at: Omit<SunAt, 'cloudShare' | 'behindGlass'>,
): GreenSheet {
  const request = requestOf(batch, bench);
  const { rate } = cureDoubt({ ...request, light: undefined });
  const { phases: _, lampHeatsK: __, entersC: ___, ...setting } = cureSetting({ ...request, light: undefined });
  const secondsIn = (mWPerCm2: number, factor: number): number | undefined =>
    cureWindow({
      ...setting,
      tempC: ROOM_C,
      lampHeatsK: 0,
      coldMWPerCm2: Math.max(LEAST_MW_PER_CM2, mWPerCm2 * EVEN_LIGHT.cold),
      hotMWPerCm2: Math.max(LEAST_MW_PER_CM2, mWPerCm2 * EVEN_LIGHT.hot),
      constants: { ...setting.constants, k0PerS: setting.constants.k0PerS * factor },
    }).handleS;
  const cureIn = (light: HomeLight, [low, mid, high]: readonly [number, number, number]): HomeCure => {
    const [slowS, midS, fastS] = [secondsIn(low, 1 / (1 + rate)), secondsIn(mid, 1), secondsIn(high, 1 + rate)];
    if (midS === undefined || fastS === undefined) return { light };
    return {
      light,
      minutes: { low: fastS / 60, mid: midS / 60, ...(slowS === undefined ? {} : { high: slowS / 60 }) },
      addMin: Math.max(1, (ADD_SHARE * midS) / 60),
    };
  };
  const noon = noonMs(at);
  const sky = (behindGlass: boolean): readonly [number, number, number] => {
    const under = (cloudShare: number) => sunLight({ ...at, atMs: noon, cloudShare, behindGlass }).mWPerCm2;
    return [under(SKIES.dull), under(SKIES.usual), under(SKIES.bright)];
  };
  const { tempC, seconds } = softeningDip(batch.card, batch.part.wallMm);
  return {
    cures: [
      cureIn('outdoors', sky(false)),
      cureIn('sill', sky(true)),
      cureIn('small lamp', LAMPS['small lamp']),
      cureIn('lamp box', LAMPS['lamp box']),
    ],
    dip: { tempC, seconds: Math.ceil(seconds / 5) * 5 },
    supportsOn: !batch.steps.some(({ kind, state }) => kind === 'trim' && state === 'done'),
    medium: batch.card.cureMedium,
  };
}

/** When the sun stands highest on that day. */
function noonMs(at: Omit<SunAt, 'cloudShare' | 'behindGlass'>): number {
  const hours = Array.from({ length: 48 }, (_, i) => at.atMs + (i / 2 - 12) * HOUR_MS);
  return hours.reduce((best, atMs) =>
    sunLight({ ...at, atMs }).elevationDeg > sunLight({ ...at, atMs: best }).elevationDeg ? atMs : best,
  );
}
