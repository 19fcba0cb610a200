import type { BenchReply, LampView } from '@north-step/contract';
import { type BatchLight, type BatchState, wantedS } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import {
  type CureAlternative,
  type CureSetting,
  cureAlternatives,
  cureEnd,
  type Medium,
  turnedSetting,
  type WindowRange,
  whyClosed,
} from '@north-step/core/cure';
import { forecastWith, requestWith } from '@north-step/core/decide';
import { AS_DRAWN } from '@north-step/core/light';
import type { Vec3 } from '@north-step/core/mesh';
import {
  type CureForecast,
  cureSetting,
  HOLLOW_COUNTS_PCT,
  hollowSharePct,
  lampAt,
  mainLamp,
  type PoseLights,
  poseLights,
  shareS,
  wantsTurn,
} from '@north-step/core/plan';
import { isCure, NOWHERE } from '@north-step/core/route';
import { useMemo, useState } from 'react';
import { useCureParts } from './useCureParts.ts';
import { useLightMaps } from './useLightMaps.ts';
import { poseOf, useStand } from './useStand.ts';

export type CureView = ReturnType<typeof useCure>;

/** Everything the cure page works out for one batch: places, maps, window, plan, alternatives. */
export function useCure(batch: BatchState | undefined, bench: BenchReply | undefined, lamps: readonly LampView[]) {
  const cureStep = batch?.steps.find((one) => isCure(one) && one.state !== 'done');
  const [chosenStation, setStation] = useState<string>();
  const station = chosenStation ?? cureStep?.station ?? (bench && mainLamp(bench.bench)) ?? NOWHERE;
  const lamp = lamps.find(({ stationId }) => stationId === station);
  const [chosenMedium, setMedium] = useState<Medium>();
  const medium = chosenMedium ?? cureStep?.medium ?? batch?.card.cureMedium ?? 'air';
  const [chosenTemp, setTemp] = useState<{ readonly tempC?: number }>();
  const tempC = chosenTemp ? chosenTemp.tempC : cureStep?.tempC;
  const setTempC = (next: number | undefined) => setTemp({ tempC: next });
  const [chosenTurn, setTurn] = useState<boolean>();
  const [chosenOuter, setOuterOnly] = useState<boolean>();
  const { parts, share: readShare } = useCureParts(batch);
  const [count, setCount] = useState<number>();
  const { tableRadiusMm } = lamp?.lamp ?? {};
  const wanted = count ?? batch?.light?.placed ?? batch?.count ?? 1;
  const planned = batch?.light;
  const plannedUps = planned && JSON.stringify(planned.upByKind ?? planned.poses.slice(0, 1).map(({ up }) => up));
  const plannedPoses = useMemo(
    () => (plannedUps ? (JSON.parse(plannedUps) as readonly Vec3[]).map(poseOf) : []),
    [plannedUps],
  );
  const stand = useStand(parts, tableRadiusMm, wanted, plannedPoses);
  const { placements, ups, inside, rods } = stand;
  const lit = lamp?.lamp;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a lamp is the same as long as its version and its place are
  const steadyLamp = useMemo(() => lit, [lamp?.stationId, lamp?.version]);
  const maps = useLightMaps(parts, placements, steadyLamp, rods);
  const { first, second } = maps;
  const hollowPct = first ? hollowSharePct(first, second) : 0;
  const outerOnly = chosenOuter ?? planned?.outerOnly ?? hollowPct > HOLLOW_COUNTS_PCT;
  const lights = useMemo((): PoseLights => {
    const rod = inside && { totalMW: inside.totalMW, lengthMm: Math.round(inside.lengthMm) };
    if (first) return poseLights({ station, placed: placements.length, outerOnly, inside: rod, ups }, first, second);
    const sun = lamp?.lamp.kind === 'sun' && lamp.lamp.groups.length === 0;
    return sun ? { plain: evenLight(lamp, placements.length) } : {};
  }, [first, second, station, placements.length, outerOnly, lamp, inside, ups]);
  const forecasts = useMemo(() => {
    if (!batch || !bench) return {};
    const of = (light: BatchLight | undefined) => light && forecastWith(batch, { light, medium, tempC }, bench.bench);
    return { plain: of(lights.plain), turned: of(lights.turned) };
  }, [batch, bench, lights, medium, tempC]);
  const asPlanned = planned && planned.poses.length > 1;
  const turn = chosenTurn ?? asPlanned ?? (first !== undefined && wantsTurn(first.figures, lights, forecasts));
  // as long as nothing here is changed, the plan is the one that the bench works by
  const untouched =
    [chosenStation, chosenMedium, chosenTemp, chosenTurn, chosenOuter, count].every((one) => one === undefined) &&
    !stand.touched;
  const light = untouched && planned ? planned : ((turn ? lights.turned : undefined) ?? lights.plain);
  const worked = useMemo(() => {
    if (!batch || !bench || !light) return undefined;
    const out = workOut(batch, bench, { light, medium, tempC }, lights);
    // rooms and lamps drift after a plan is made: what the bench works by is what was planned
    return untouched && planned && out.eachS ? { ...out, eachS: nextCureS(batch) ?? out.eachS } : out;
  }, [batch, bench, light, medium, tempC, lights, untouched, planned]);
  return {
    parts,
    readShare,
    station,
    setStation: (id: string) => {
      setStation(id);
      setTurn(undefined);
      setTemp({});
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
    /** nothing on the page was changed: it shows the plan of the bench */
    untouched,
  };
}
/** What the next run of light of a batch is planned for, or runs for, s. Nothing once all its light was given. */
export function nextCureS({ steps }: BatchState): number | undefined {
  const step = steps.find((one) => isCure(one) && one.state !== 'done');
  return step?.plannedS === undefined ? undefined : wantedS(step);
}

/** The sun has no map: parts are turned now and then, so that every face gets near the mean. */
const SUN_SPREAD = { cold: 0.7, hot: 1.3 } as const;
function evenLight(lamp: LampView, placed: number): BatchLight {
  const { mWPerCm2 } = lamp.now;
  return {
    station: lamp.stationId,
    placed: Math.max(1, placed),
    poses: [{ up: AS_DRAWN, coldMWPerCm2: mWPerCm2 * SUN_SPREAD.cold, hotMWPerCm2: mWPerCm2 * SUN_SPREAD.hot }],
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
  lights: PoseLights,
): Worked {
  const forecast = forecastWith(batch, choice, bench.bench);
  const setting = cureSetting(requestWith(batch, choice, bench.bench));
  const { poses } = choice.light;
  const { handleS } = forecast.window;
  const isTurned = poses.length > 1;
  const alternatives = cureAlternatives(setting, { poses, turned: lights.turned?.poses });
  const plain = isTurned && lights.plain ? { ...choice, light: lights.plain } : undefined;
  return {
    setting,
    forecast,
    eachS: eachOf(forecast, choice.light, bench.bench),
    range: forecast.range,
    closed: whyClosed(setting, forecast.window, alternatives),
    alternatives,
    stiffnessPct:
      handleS === undefined ? undefined : cureEnd(turnedSetting(setting, poses, handleS), handleS).stiffnessPct,
    unturnedHandleS: plain && forecastWith(batch, plain, bench.bench).window.handleS,
  };
}

/** One run of the plan: the first light shared between the poses. */
function eachOf({ doses }: CureForecast, { station, poses }: BatchLight, bench: BenchNow): number | undefined {
  const timerStepS = lampAt(bench, station)?.timerStepS;
  return doses && timerStepS && shareS(doses.firstS, poses.length, { timerStepS, lastS: doses.lastS });
}
