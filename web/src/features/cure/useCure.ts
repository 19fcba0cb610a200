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
import { extremesOver, HOLLOW_SHARE, type Placement, spreadPlaces } from '@north-step/core/light';
import type { Vec3 } from '@north-step/core/mesh';
import {
  type BatchLight,
  type BatchState,
  type CureForecast,
  cureDoubt,
  cureSetting,
  forecastCure,
  requestWith,
} from '@north-step/core/route';
import { useEffect, useMemo, useState } from 'react';
import type { LightMap } from './lightMap.ts';
import { useCurePart } from './useCurePart.ts';
import { useLightMaps } from './useLightMaps.ts';

const UP: Vec3 = [0, 0, 1];
const DOWN: Vec3 = [0, 0, -1];
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
  const [placements, setPlacements] = useState<readonly Placement[]>([]);
  const { tableRadiusMm } = lamp?.lamp ?? {};
  const wanted = count ?? batch?.light?.placed ?? batch?.count ?? 1;
  const places = useMemo(
    () => (part && tableRadiusMm ? spreadPlaces(Math.min(wanted, MOST_PLACED), part.radiusMm, tableRadiusMm) : []),
    [part, tableRadiusMm, wanted],
  );
  useEffect(() => {
    setPlacements(places.map(([xMm, yMm]) => ({ part: 0, xMm, yMm, turnDeg: 0 })));
  }, [places]);
  const lit = lamp?.lamp;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a lamp is the same as long as its version and its place are
  const steadyLamp = useMemo(() => lit, [lamp?.stationId, lamp?.version]);
  const maps = useLightMaps(part, placements, steadyLamp);
  const suggestsTurn =
    maps.first !== undefined &&
    (maps.first.figures.coldMWPerCm2 < TURN_BELOW_SHARE * maps.first.figures.medianMWPerCm2 ||
      maps.first.figures.neverLitPct > 0.5);
  const { first, second } = maps;
  const hollowPct = maps.first ? hollowSharePct(maps.first, maps.second) : 0;
  const outerOnly = chosenOuter ?? hollowPct > HOLLOW_COUNTS_PCT;
  const turnHelps = useMemo(() => {
    if (!batch || !bench || !first || !second) return false;
    const table = { station, placed: 1, outerOnly };
    const [turned, plain] = [second, undefined].map((other) => {
      const light = lightOf(table, first, other);
      return light && forecastCure(batch, { light, medium, tempC }, bench.bench).window;
    });
    if (!turned || !plain) return turned !== undefined;
    const [wide, wider] = [windowRatio(plain), windowRatio(turned)];
    return wider > wide || (wider === wide && (turned.handleS ?? 0) < (plain.handleS ?? 0));
  }, [batch, bench, first, second, medium, tempC, station, outerOnly]);
  const turn = chosenTurn ?? (suggestsTurn && turnHelps);
  const light = useMemo(() => {
    if (maps.first)
      return lightOf({ station, placed: placements.length, outerOnly }, maps.first, turn ? maps.second : undefined);
    return lamp && lamp.lamp.groups.length === 0 && lamp.lamp.kind === 'sun'
      ? evenLight(lamp, placements.length)
      : undefined;
  }, [maps.first, maps.second, station, placements.length, turn, lamp, outerOnly]);
  const worked = useMemo(
    () => (batch && bench && light ? workOut(batch, bench, { light, medium, tempC }, { first, second }) : undefined),
    [batch, bench, light, medium, tempC, first, second],
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
    suggestsTurn,
    hollowPct,
    outerOnly,
    setOuterOnly,
    wanted,
    setCount,
    fits: places.length,
    placements,
    setPlacements,
    spread: () => setPlacements(places.map(([xMm, yMm]) => ({ part: 0, xMm, yMm, turnDeg: 0 }))),
    maps,
    light,
    worked,
  };
}
const MOST_PLACED = 24;
/** More surface than this inside hollows, and the plan goes by the outer faces unless told otherwise. */
const HOLLOW_COUNTS_PCT = 1;

/** Surface that is dark in both poses, %. */
function hollowSharePct({ values, figures }: LightMap, second: LightMap | undefined): number {
  const dark = HOLLOW_SHARE * figures.medianMWPerCm2;
  let inside = 0;
  for (let i = 0; i < values.length; i++) if (values[i]! < dark && !(second && second.values[i]! >= dark)) inside++;
  return (100 * inside) / values.length;
}

/** Light of the batch's coldest and hottest spot, in one pose or in both. */
function lightOf(
  { station, placed, outerOnly }: Pick<BatchLight, 'station' | 'placed' | 'outerOnly'>,
  first: LightMap,
  second: LightMap | undefined,
): BatchLight | undefined {
  const maps = second && second.values.length === first.values.length ? [first, second] : [first];
  const extremes = extremesOver(
    maps.map(({ values }) => ({ seconds: 1, values })),
    outerOnly ? HOLLOW_SHARE : undefined,
  );
  if (!extremes) return undefined;
  return {
    station,
    placed,
    poses: maps.map((_, i) => ({
      up: i === 0 ? UP : DOWN,
      coldMWPerCm2: extremes.cold[i]!,
      hotMWPerCm2: extremes.hot[i]!,
    })),
    medianMWPerCm2: first.figures.medianMWPerCm2,
    neverLitPct: extremes.neverLitPct,
    ...(outerOnly ? { outerOnly } : {}),
    samples: first.samples.count,
    triangles: first.triangles,
  };
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
  maps: { readonly first?: LightMap; readonly second?: LightMap },
): Worked {
  const request = requestWith(batch, choice, bench.bench);
  const setting = cureSetting(request);
  const forecast = forecastCure(batch, choice, bench.bench);
  const { poses } = choice.light;
  const { handleS } = forecast.window;
  const both = maps.first && maps.second ? lightOf(choice.light, maps.first, maps.second)?.poses : undefined;
  const alone = maps.first && lightOf(choice.light, maps.first, undefined)?.poses[0];
  const base =
    poses.length > 1 && alone
      ? { ...setting, coldMWPerCm2: Math.max(0.01, alone.coldMWPerCm2), hotMWPerCm2: alone.hotMWPerCm2 }
      : setting;
  const turned = poses.length > 1;
  const alternatives = cureAlternatives(base, { turned: both }).filter(
    ({ change }) => !(turned && change.startsWith('turn over')),
  );
  return {
    setting,
    forecast,
    range: cureWindowRange(setting, cureDoubt(request), poses),
    closed: whyClosed(setting, forecast.window),
    alternatives,
    stiffnessPct:
      handleS === undefined ? undefined : cureEnd(turnedSetting(setting, poses, handleS), handleS).stiffnessPct,
    unturnedHandleS:
      turned && alone
        ? forecastCure(batch, { ...choice, light: { ...choice.light, poses: [alone] } }, bench.bench).window.handleS
        : undefined,
  };
}
