import type { BenchReply, LampView } from '@north-step/contract';
import {
  type CureAlternative,
  type CureSetting,
  cureAlternatives,
  cureEnd,
  cureWindowRange,
  type Medium,
  turnedSetting,
  type WindowRange,
  whyClosed,
  windowRatio,
} from '@north-step/core/cure';
import { extremesOver, HOLLOW_SHARE } from '@north-step/core/light';
import type { Vec3 } from '@north-step/core/mesh';
import {
  type BatchLight,
  type BatchState,
  type BenchNow,
  type CureForecast,
  cureDoubt,
  cureSetting,
  forecastCure,
  lampAt,
  requestWith,
  shareS,
} from '@north-step/core/route';
import { useMemo, useState } from 'react';
import type { LightMap } from './lightMap.ts';
import { useCurePart } from './useCurePart.ts';
import { useLightMaps } from './useLightMaps.ts';
import { poseOf, useStand } from './useStand.ts';

const UP: Vec3 = [0, 0, 1];
/** A coldest spot darker than this share of the median asks for a turn. */
const TURN_BELOW_SHARE = 0.55;

export type CureView = ReturnType<typeof useCure>;

/** Everything the cure page works out for one batch: places, maps, window, plan, alternatives. */
export function useCure(batch: BatchState | undefined, bench: BenchReply | undefined, lamps: readonly LampView[]) {
  const cureStep = batch?.steps.find(({ kind, state }) => kind === 'cure' && state !== 'done');
  const [chosenStation, setStation] = useState<string>();
  const station = chosenStation ?? cureStep?.station ?? 'lamp-box';
  const lamp = lamps.find(({ stationId }) => stationId === station);
  const [chosenMedium, setMedium] = useState<Medium>();
  const medium = chosenMedium ?? cureStep?.medium ?? batch?.card.cureMedium ?? 'air';
  const [tempC, setTempC] = useState<number>();
  const [chosenTurn, setTurn] = useState<boolean>();
  const [chosenOuter, setOuterOnly] = useState<boolean>();
  const part = useCurePart(batch);
  const [count, setCount] = useState<number>();
  const { tableRadiusMm } = lamp?.lamp ?? {};
  const wanted = count ?? batch?.light?.placed ?? batch?.count ?? 1;
  const stand = useStand(part, tableRadiusMm, wanted, poseOf(batch?.light?.poses[0]?.up));
  const { placements, up, inside } = stand;
  const lit = lamp?.lamp;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a lamp is the same as long as its version and its place are
  const steadyLamp = useMemo(() => lit, [lamp?.stationId, lamp?.version]);
  const maps = useLightMaps(part, placements, steadyLamp, inside);
  const suggestsTurn =
    maps.first !== undefined &&
    (maps.first.figures.coldMWPerCm2 < TURN_BELOW_SHARE * maps.first.figures.medianMWPerCm2 ||
      maps.first.figures.neverLitPct > 0.5);
  const { first, second } = maps;
  const hollowPct = first ? hollowSharePct(first, second) : 0;
  const outerOnly = chosenOuter ?? hollowPct > HOLLOW_COUNTS_PCT;
  const poses = useMemo(() => {
    const rod = inside && { totalMW: inside.totalMW, lengthMm: Math.round(inside.lengthMm) };
    if (first) return lightsOf({ station, placed: placements.length, outerOnly, inside: rod, up }, first, second);
    const sun = lamp?.lamp.kind === 'sun' && lamp.lamp.groups.length === 0;
    return sun ? { plain: evenLight(lamp, placements.length) } : undefined;
  }, [first, second, station, placements.length, outerOnly, lamp, inside, up]);
  const forecasts = useMemo(() => {
    if (!batch || !bench) return undefined;
    const of = (light: BatchLight | undefined) => light && forecastCure(batch, { light, medium, tempC }, bench.bench);
    return { plain: of(poses?.plain), turned: of(poses?.turned) };
  }, [batch, bench, poses, medium, tempC]);
  const turn = chosenTurn ?? (suggestsTurn && (leavesDark(poses) || turnHelps(forecasts)));
  const light = (turn ? poses?.turned : undefined) ?? poses?.plain;
  const worked = useMemo(
    () =>
      batch && bench && light && poses ? workOut(batch, bench, { light, medium, tempC }, poses, forecasts) : undefined,
    [batch, bench, light, medium, tempC, poses, forecasts],
  );
  return {
    part,
    station,
    setStation: (id: string) => {
      setStation(id);
      setTurn(undefined);
      setTempC(undefined);
    },
    lamp,
    medium,
    setMedium,
    tempC,
    setTempC,
    turn,
    setTurn,
    hollowPct,
    outerOnly,
    setOuterOnly,
    wanted,
    setCount,
    stand,
    maps,
    light,
    worked,
  };
}
/** More surface than this inside hollows, and the plan goes by the outer faces unless told otherwise. */
const HOLLOW_COUNTS_PCT = 1;

/** Surface that is dark in both poses, %. */
function hollowSharePct({ values, figures }: LightMap, second: LightMap | undefined): number {
  const dark = HOLLOW_SHARE * figures.medianMWPerCm2;
  let inside = 0;
  for (let i = 0; i < values.length; i++) if (values[i]! < dark && !(second && second.values[i]! >= dark)) inside++;
  return (100 * inside) / values.length;
}

type Standing = Pick<BatchLight, 'station' | 'placed' | 'outerOnly' | 'inside'> & { readonly up: Vec3 };
type Poses = { readonly plain?: BatchLight; readonly turned?: BatchLight };
type Forecasts = { readonly plain?: CureForecast; readonly turned?: CureForecast };

/** Light of the batch's coldest and hottest spot as placed, and over both poses. */
function lightsOf(of: Standing, first: LightMap, second: LightMap | undefined): Poses {
  const both = second && second.values.length === first.values.length;
  return { plain: lightOf(of, [first]), turned: both ? lightOf(of, [first, second]) : undefined };
}

/** Light of the batch's coldest and hottest spot, in one pose or in both. */
function lightOf(
  { station, placed, outerOnly, inside, up }: Standing,
  maps: readonly [LightMap, ...LightMap[]],
): BatchLight | undefined {
  const [first] = maps;
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
    ...(outerOnly ? { outerOnly } : {}),
    ...(inside ? { inside } : {}),
    samples: first.samples.count,
    triangles: first.triangles,
  };
}

/** More of the surface than this left without light in one pose is reason enough for a turn, %. */
const LEFT_DARK_PCT = 0.5;
const leavesDark = (poses: Poses | undefined): boolean =>
  poses?.turned !== undefined && (poses.plain?.neverLitPct ?? 100) - poses.turned.neverLitPct > LEFT_DARK_PCT;

/** A turn costs hands: it must gain at least so much. */
const WORTH_A_TURN = 1.1;

/** A turn is worth its hands where it widens the window by a tenth, or opens one as wide a tenth sooner. */
function turnHelps(forecasts: Forecasts | undefined): boolean {
  if (!forecasts?.turned || !forecasts.plain) return forecasts?.turned !== undefined;
  const [plain, turned] = [forecasts.plain.window, forecasts.turned.window];
  const [wide, wider] = [windowRatio(plain), windowRatio(turned)];
  const sooner =
    WORTH_A_TURN * (turned.handleS ?? Number.POSITIVE_INFINITY) <= (plain.handleS ?? Number.POSITIVE_INFINITY);
  if (Number.isFinite(wide) && wider >= WORTH_A_TURN * wide) return wider > 0;
  return wider >= wide && sooner;
}

/** The sun has no map: parts are turned now and then, so that every face gets near the mean. */
const SUN_SPREAD = { cold: 0.7, hot: 1.3 } as const;
function evenLight(lamp: LampView, placed: number): BatchLight {
  const { mWPerCm2 } = lamp.now;
  return {
    station: lamp.stationId,
    placed: Math.max(1, placed),
    poses: [{ up: UP, coldMWPerCm2: mWPerCm2 * SUN_SPREAD.cold, hotMWPerCm2: mWPerCm2 * SUN_SPREAD.hot }],
    medianMWPerCm2: mWPerCm2,
    neverLitPct: 0,
  };
}

export type Worked = {
  readonly setting: CureSetting;
  readonly forecast: CureForecast;
  /** of one run of the plan; nothing when no plan fits */
  readonly eachS?: number;
  readonly range?: WindowRange;
  readonly closed?: ReturnType<typeof whyClosed>;
  readonly alternatives: readonly CureAlternative[];
  readonly stiffnessPct?: number;
  /** of the plain pose alone, when the plan turns the parts over */
  readonly unturnedHandleS?: number;
};

function workOut(
  batch: BatchState,
  bench: BenchReply,
  choice: { light: BatchLight; medium: Medium; tempC?: number },
  poses: Poses,
  forecasts: Forecasts | undefined,
): Worked | undefined {
  const isTurned = choice.light === poses.turned;
  const forecast = isTurned ? forecasts?.turned : forecasts?.plain;
  if (!forecast) return undefined;
  const request = requestWith(batch, choice, bench.bench);
  const setting = cureSetting(request);
  const { handleS } = forecast.window;
  const alone = poses.plain?.poses[0];
  const base =
    isTurned && alone
      ? { ...setting, coldMWPerCm2: Math.max(0.01, alone.coldMWPerCm2), hotMWPerCm2: alone.hotMWPerCm2 }
      : setting;
  return {
    setting,
    forecast,
    eachS: eachOf(forecast, choice.light, bench.bench),
    range: cureWindowRange(setting, cureDoubt(request), choice.light.poses),
    closed: whyClosed(setting, forecast.window),
    alternatives: cureAlternatives(base, poses.turned?.poses).filter(
      ({ change }) => !(isTurned && change.startsWith('turn over')),
    ),
    stiffnessPct:
      handleS === undefined
        ? undefined
        : cureEnd(turnedSetting(setting, choice.light.poses, handleS), handleS).stiffnessPct,
    unturnedHandleS: isTurned ? forecasts?.plain?.window.handleS : undefined,
  };
}

/** One run of the plan: the first light shared between the poses. */
function eachOf({ doses }: CureForecast, { station, poses }: BatchLight, bench: BenchNow): number | undefined {
  const timerStepS = lampAt(bench, station)?.timerStepS;
  return doses && timerStepS && shareS(doses.firstS, poses.length, { timerStepS, lastS: doses.lastS });
}
