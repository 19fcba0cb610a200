import type { BenchReply, LampView } from '@north-step/contract';
import type { BatchLight, BatchState } from '@north-step/core/batch';
import type { Medium } from '@north-step/core/cure';
import { forecastWith, nextCureS, workOutLight } from '@north-step/core/decide';
import { AS_DRAWN } from '@north-step/core/light';
import type { Vec3 } from '@north-step/core/mesh';
import {
  HOLLOW_COUNTS_PCT,
  hollowSharePct,
  mainLamp,
  type PoseLights,
  poseLights,
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
  const set = useCureSettings(batch, bench);
  const { station, medium, tempC } = set;
  const lamp = lamps.find(({ stationId }) => stationId === station);
  const { parts, share: readShare } = useCureParts(batch);
  const { tableRadiusMm } = lamp?.lamp ?? {};
  const wanted = set.chosen.count ?? batch?.light?.placed ?? batch?.count ?? 1;
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
  const outerOnly = set.chosen.outerOnly ?? planned?.outerOnly ?? hollowPct > HOLLOW_COUNTS_PCT;
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
  const turn = set.chosen.turn ?? asPlanned ?? (first !== undefined && wantsTurn(first.figures, lights, forecasts));
  // as long as nothing here is changed, the plan is the one that the bench works by
  const untouched = set.untouched && !stand.touched;
  const light = untouched && planned ? planned : ((turn ? lights.turned : undefined) ?? lights.plain);
  const worked = useMemo(() => {
    if (!batch || !bench || !light) return undefined;
    const out = workOutLight(batch, bench.bench, { light, medium, tempC }, lights);
    // rooms and lamps drift after a plan is made: what the bench works by is what was planned
    return untouched && planned && out.eachS ? { ...out, eachS: nextCureS(batch) ?? out.eachS } : out;
  }, [batch, bench, light, medium, tempC, lights, untouched, planned]);
  return {
    parts,
    readShare,
    lamp,
    ...set,
    turn,
    hollowPct,
    outerOnly,
    wanted,
    stand,
    maps,
    light,
    worked,
    /** nothing on the page was changed: it shows the plan of the bench */
    untouched,
  };
}

type Chosen = {
  readonly station?: string;
  readonly medium?: Medium;
  /** undefined within it: as warm as the room */
  readonly temp?: { readonly tempC?: number | undefined };
  readonly turn?: boolean;
  readonly outerOnly?: boolean;
  readonly count?: number;
};

/** Where, in what and how warm it is lit: as somebody chose on the page, else as its step has it. */
function useCureSettings(batch: BatchState | undefined, bench: BenchReply | undefined) {
  const [chosen, setChosen] = useState<Chosen>({});
  const choose = (over: Chosen) => setChosen((now) => ({ ...now, ...over }));
  const step = batch?.steps.find((one) => isCure(one) && one.state !== 'done');
  return {
    chosen,
    untouched: Object.keys(chosen).length === 0,
    station: chosen.station ?? step?.station ?? (bench && mainLamp(bench.bench)) ?? NOWHERE,
    medium: chosen.medium ?? step?.medium ?? batch?.card.cureMedium ?? 'air',
    tempC: chosen.temp ? chosen.temp.tempC : step?.tempC,
    /** another lamp: whether to turn, and how warm, is asked anew */
    setStation: (station: string) => setChosen(({ turn: _, ...now }) => ({ ...now, station, temp: {} })),
    setMedium: (medium: Medium) => choose({ medium }),
    setTempC: (tempC: number | undefined) => choose({ temp: { tempC } }),
    setTurn: (turn: boolean) => choose({ turn }),
    setOuterOnly: (outerOnly: boolean) => choose({ outerOnly }),
    setCount: (count: number) => choose({ count }),
  };
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
