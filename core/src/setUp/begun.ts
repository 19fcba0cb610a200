import { type BenchNow, lampNow, sunNow } from '../bench/index.ts';
import { describedMWPerCm2, MIDDLE_SPOT } from '../light/index.ts';
import { type LampSays, lampOfSays } from './lights.ts';
import { type BenchFrom, benchOf } from './presets.ts';
import type { Also } from './things.ts';

/** What is said of a bench that is being set up. */
export type BegunSays = {
  readonly bench: BenchFrom;
  readonly also?: readonly Also[];
  readonly lights?: readonly LampSays[];
  readonly roomC?: number;
  readonly humidityPct?: number;
  readonly latDeg?: number;
  readonly lonDeg?: number;
};
/** Alcohol as it comes, % by volume. */
const FRESH_PCT = 98;

/** A bench as it will be once its baths are filled with fresh liquid. @param atMs the hour, where the sun is a lamp */
export function begunBench(says: BegunSays, atMs: number): BenchNow {
  const { bench, also = [], lights = [], roomC = 21, humidityPct = 50, latDeg = 50, lonDeg = 0 } = says;
  const { stations, vessels, lines, lamps } = benchOf(bench, also);
  const at = (vesselId: string) => stations.find((station) => station.vesselId === vesselId)!.id;
  const nameOf = (stationId: string) => stations.find(({ id }) => id === stationId)!.name;
  return {
    roomC,
    humidityPct,
    dryAir: 'still',
    stations,
    lines: lines.map(({ id, name, baths }) => ({ id, name, baths: baths.map(at) })),
    baths: Object.fromEntries(
      vessels.flatMap(({ id, name, kind, solvent, agitation }) =>
        kind === 'bath' ? [[at(id), { name, solvent, agitation, loadPctW: 0, strengthPctW: FRESH_PCT }]] : [],
      ),
    ),
    lamps: Object.fromEntries(
      lamps.map(({ stationId, lamp: usual }, i) => {
        const lamp = lampOfSays(usual, lights[i] ?? {});
        const name = nameOf(stationId);
        const shown = describedMWPerCm2(lamp)[MIDDLE_SPOT] ?? 0;
        return [
          stationId,
          lamp.kind === 'sun' ? sunNow(name, lamp, { latDeg, lonDeg, atMs }) : lampNow(name, lamp, shown),
        ];
      }),
    ),
  };
}
