import type { ButtonOf, Sample } from '@north-step/contract';
import { makeRandom, type Random } from '@north-step/core/maths';
import type { Weather } from '@north-step/core/reclaim';
import { Bridge } from '../bridge.ts';
import { telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

type Sky = ButtonOf<'weather-mast'>;
/** What a weather mast over the pan can be given. Invented days. */
const SKIES = {
  mild: { tempC: 16, humidityPct: 65, windMPerS: 1.5, netRadiationMJ: 9, rainMmPerDay: 0 },
  hot: { tempC: 27, humidityPct: 40, windMPerS: 2, netRadiationMJ: 15, rainMmPerDay: 0 },
  rain: { tempC: 11, humidityPct: 92, windMPerS: 4, netRadiationMJ: 2, rainMmPerDay: 14 },
  frost: { tempC: -4, humidityPct: 80, windMPerS: 1, netRadiationMJ: 1, rainMmPerDay: 0 },
} as const satisfies Record<Sky, Required<Weather>>;

/** A mast's instruments, each with its own noise. */
export function weatherShows(sky: Sky, noise: Random): Required<Weather> {
  const { tempC, humidityPct, windMPerS, netRadiationMJ, rainMmPerDay } = SKIES[sky];
  return {
    tempC: Number((tempC + 0.2 * noise.normal()).toFixed(1)),
    humidityPct: Math.round(Math.min(100, humidityPct + noise.normal())),
    windMPerS: Number(Math.max(0, windMPerS + 0.1 * noise.normal()).toFixed(1)),
    netRadiationMJ: Number((netRadiationMJ + 0.2 * noise.normal()).toFixed(1)),
    rainMmPerDay,
  };
}

const WEATHER_MS = 10_000;

/** A weather mast outdoors, by the pan. */
export const weatherMast: RunDevice = ({ seed = 1, ...address }) => {
  const bridge = new Bridge(address, 'weather-mast');
  const noise = makeRandom(seed);
  let sky: Sky = 'mild';
  const sample = (): Sample => ({ atMs: Date.now(), ...weatherShows(sky, noise), note: sky });
  void bridge.followPresses(async ({ button }) => {
    sky = button;
    await bridge.send([sample()]);
  });
  telling(bridge, sample, () => WEATHER_MS);
  return { stop: () => bridge.stop() };
};
