import type { BatchLight } from '../batch/index.ts';
import { windowRatio } from '../cure/index.ts';
import { AS_DRAWN, extremesOver, HOLLOW_SHARE, type LightFigures } from '../light/index.ts';
import type { Vec3 } from '../mesh/index.ts';
import type { CureForecast } from './cureForecast.ts';

/** A light map of a batch in one pose. */
export type MappedPose = {
  /** by sample, mW/cm² */
  readonly values: Float32Array;
  readonly figures: LightFigures;
  readonly samples: { readonly count: number };
  readonly triangles: number;
};
/** How the parts stood when they were mapped. */
export type MappedAs = Pick<BatchLight, 'station' | 'placed' | 'outerOnly' | 'inside'> & {
  /** which way up every kind stands, at least one */
  readonly ups: readonly Vec3[];
};
/** Light of the batch's coldest and hottest spot as placed, and over both poses. */
export type PoseLights = { readonly plain?: BatchLight | undefined; readonly turned?: BatchLight | undefined };

/** More surface than this inside hollows, and the plan goes by the outer faces unless told otherwise, %. */
export const HOLLOW_COUNTS_PCT = 1;

/** Surface that is dark in both poses, %. */
export function hollowSharePct({ values, figures }: MappedPose, second: MappedPose | undefined): number {
  const dark = HOLLOW_SHARE * figures.medianMWPerCm2;
  let inside = 0;
  for (let i = 0; i < values.length; i++) if (values[i]! < dark && !(second && second.values[i]! >= dark)) inside++;
  return (100 * inside) / values.length;
}

export function poseLights(of: MappedAs, first: MappedPose, second: MappedPose | undefined): PoseLights {
  const both = second && second.values.length === first.values.length;
  return { plain: lightOf(of, [first]), turned: both ? lightOf(of, [first, second]) : undefined };
}

/** Light of the batch's coldest and hottest spot, in one pose or in both. */
function lightOf(
  { station, placed, outerOnly, inside, ups }: MappedAs,
  maps: readonly [MappedPose, ...MappedPose[]],
): BatchLight | undefined {
  const [first] = maps;
  const [up = AS_DRAWN] = ups;
  const extremes = extremesOver(
    maps.map(({ values }) => ({ seconds: 1, values })),
    outerOnly ? HOLLOW_SHARE : undefined,
  );
  if (!extremes) return undefined;
  return {
    station,
    placed,
    poses: maps.map((_, i) => ({
      up: i === 0 ? up : ([-up[0], -up[1], -up[2]] as const),
      coldMWPerCm2: extremes.cold[i]!,
      hotMWPerCm2: extremes.hot[i]!,
    })),
    medianMWPerCm2: first.figures.medianMWPerCm2,
    neverLitPct: extremes.neverLitPct,
    ...(ups.length > 1 ? { upByKind: ups } : {}),
    ...(outerOnly ? { outerOnly } : {}),
    ...(inside ? { inside } : {}),
    samples: first.samples.count,
    triangles: first.triangles,
  };
}

/** A coldest spot darker than this share of the median asks for a turn. */
const TURN_BELOW_SHARE = 0.55;
/** More of the surface than this left without light in one pose is reason enough for a turn, %. */
const LEFT_DARK_PCT = 0.5;
/** A turn costs hands: it must gain at least so much. */
const WORTH_A_TURN = 1.1;

export type Forecasts = {
  readonly plain?: Pick<CureForecast, 'window'> | undefined;
  readonly turned?: Pick<CureForecast, 'window'> | undefined;
};

/** Whether the parts are to be turned over half-way: an underside lies in the dark, and turning gains at least a tenth. */
export function wantsTurn(
  { coldMWPerCm2, medianMWPerCm2, neverLitPct }: LightFigures,
  lights: PoseLights,
  forecasts: Forecasts,
): boolean {
  if (!lights.turned) return false;
  const dark = coldMWPerCm2 < TURN_BELOW_SHARE * medianMWPerCm2 || neverLitPct > LEFT_DARK_PCT;
  const leavesDark = (lights.plain?.neverLitPct ?? 100) - lights.turned.neverLitPct > LEFT_DARK_PCT;
  return dark && (leavesDark || turnHelps(forecasts));
}

/** A turn is worth its hands where it widens the window by a tenth, or opens one as wide a tenth sooner. */
function turnHelps({ plain, turned }: Forecasts): boolean {
  if (!turned || !plain) return turned !== undefined;
  const [wide, wider] = [windowRatio(plain.window), windowRatio(turned.window)];
  const sooner =
    WORTH_A_TURN * (turned.window.handleS ?? Number.POSITIVE_INFINITY) <=
    (plain.window.handleS ?? Number.POSITIVE_INFINITY);
  if (Number.isFinite(wide) && wider >= WORTH_A_TURN * wide) return wider > 0;
  return wider >= wide && sooner;
}
