import type { BathNow, BenchNow } from '../bench/index.ts';
import { bathInLine, liquidOfLine } from '../bench/index.ts';
import { type Air, dryTime, pocketDryS } from '../dry/index.ts';
import type { PartFacts } from '../part/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { type Result, refuse } from '../result/index.ts';
import {
  agitationOf,
  type BoundRoute,
  type BoundStep,
  isDrying,
  isWash,
  isWet,
  kindOf,
  lackWords,
  NOWHERE,
  type RouteStep,
  stepType,
  ULTRASONIC_CAP_S,
} from '../route/index.ts';
import {
  type Agitation,
  type CarryOver,
  carryOver,
  planWash,
  type Solvent,
  type WashPlan,
  type WashRefusal,
  type WashRequest,
  type WashStage,
} from '../wash/index.ts';
import { type CureForecast, forecastCure } from './cureForecast.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';

/** A wash of the first run: those before the parts first dry, planned together. */
export type StageAt = { readonly index: number; readonly station: string; readonly bath: BathNow };

export type BatchPlan = {
  readonly film: CarryOver;
  /** film that goes into the first bath: after mopping, if the route has it, µm */
  readonly filmUm: number;
  readonly stages: readonly StageAt[];
  readonly wash: Result<WashPlan, WashRefusal>;
  readonly dryS: number;
  readonly cure: CureForecast;
};

/** At the bench a bath is given five exchange times of the clinging liquid. */
export const LEAST_WASH_S = 30;
/** Corners keep a puddle of this depth after blowing off. An engineering guess. */
const CORNER_PUDDLE_MM = 0.1;
/** A dry brush leaves about this much. An engineering guess. */
export const MOP_LEAVES_UM = 45;

/** Stands where a bench has no bath: nothing is washed in it. */
const NO_BATH: BathNow = {
  name: 'No bath',
  loadPctW: 0,
  strengthPctW: 100,
  agitation: 'still',
  solvent: 'isopropanol',
};

/** The last bath of the line that parts of this resin are washed in: what is clean when no bath is named. */
export function cleanBath(bench: BenchNow, card?: Pick<ResinCard, 'solvents'>): BathNow {
  const lines = bench.lines.map((line) => ({ line, solvent: liquidOfLine(line, bench.baths) }));
  const { line } = lines.find(({ solvent }) => solvent && card?.solvents.includes(solvent)) ?? lines[0] ?? {};
  const station = line && bathInLine(line, 'last');
  return (station === undefined ? undefined : bench.baths[station]) ?? Object.values(bench.baths)[0] ?? NO_BATH;
}

/** The bath that stands at a station, moved as the step says. */
export function bathAt(station: string, bench: BenchNow, agitation?: Agitation): BathNow {
  const bath = bench.baths[station] ?? cleanBath(bench);
  return agitation ? { ...bath, agitation } : bath;
}
export const stageOf = (bath: BathNow): WashStage => ({
  agitation: bath.agitation,
  loadPctW: bath.loadPctW,
  solvent: bath.solvent,
  capS: bath.agitation === 'ultrasonic' ? ULTRASONIC_CAP_S : undefined,
});

/** Washes between one drying and the next, as numbers of their steps. */
export function washRuns(steps: readonly RouteStep[]): readonly (readonly number[])[] {
  const runs: number[][] = [[]];
  steps.forEach((step, index) => {
    if (isWash(stepType(step.type))) runs.at(-1)!.push(index);
    if (isDrying(stepType(step.type)) && runs.at(-1)!.length > 0) runs.push([]);
  });
  return runs.filter((run) => run.length > 0);
}

/** Everything that will happen to a batch, from the models, at the bench as it is now. */
export function planBatch(request: BatchRequest): BatchPlan {
  const route = routeOf(request);
  const { steps } = route;
  const film = filmOf(request);
  const filmUm = steps.some((step) => kindOf(step) === 'mop')
    ? Math.min(film.meanFilmUm, MOP_LEAVES_UM)
    : film.meanFilmUm;
  const stages = (washRuns(steps)[0] ?? []).map((index): StageAt => {
    const step = steps[index]!;
    return { index, station: step.station, bath: bathAt(step.station, request.bench, agitationOf(step)) };
  });
  const { procedure } = request.card;
  const wash = washPlanOf(request, stages, filmUm, lackOfBath(route));
  const soakedS = wash.ok
    ? stages.reduce((sum, { index }, i) => sum + (steps[index]!.seconds ?? wash.value.stagesS[i]!), 0)
    : request.card.exposureCapS;
  return {
    film,
    filmUm,
    stages,
    wash,
    dryS: procedure
      ? procedure.dryS
      : dryS(request, { soakedS, liquid: lastLiquid(steps, request.bench), air: airOf(steps) }),
    cure: forecastCure(request),
  };
}

/** A route with a wash that this bench has no bath for is not planned on another. */
const lackOfBath = (route: BoundRoute): string | undefined =>
  route.steps.some((step) => step.station === NOWHERE && isWash(stepType(step.type))) ? lackWords(route) : undefined;

function washPlanOf(
  request: BatchRequest,
  stages: readonly StageAt[],
  filmUm: number,
  lack: string | undefined,
): Result<WashPlan, WashRefusal> {
  if (lack !== undefined)
    return refuse({ code: 'NO_STATION', message: lack, remedy: 'Take another route.', residueUm: 0, limitsPctW: [] });
  if (stages.length === 0 || stages.length > 3)
    return refuse({
      code: 'WASH_STAGES',
      message: `The route washes ${stages.length} times before the parts first dry; one to three can be planned.`,
      remedy: 'Change the route.',
      residueUm: 0,
      limitsPctW: [],
    });
  const baths = stages.map(({ bath }) => bath);
  const wrong = wrongSolvent(request.card, baths);
  if (wrong) return wrong;
  const plan = planWash({ ...washRequest(request, filmUm), stages: baths.map(stageOf) });
  const { procedure } = request.card;
  if (!procedure || !plan.ok) return plan;
  const exact = [procedure.wash1S, procedure.wash2S];
  return { ok: true, value: { ...plan.value, stagesS: stages.map((_, i) => exact[i] ?? LEAST_WASH_S) } };
}

/** A bath of a liquid that the card does not allow washes nothing. */
export function wrongSolvent(
  card: ResinCard,
  baths: readonly BathNow[],
): { ok: false; refusal: WashRefusal } | undefined {
  const bath = baths.find(({ solvent }) => !card.solvents.includes(solvent));
  if (!bath) return undefined;
  return refuse({
    code: 'WRONG_SOLVENT',
    message: `${bath.name} holds ${bath.solvent}; the card of ${card.name} allows only ${card.solvents.join(' or ')}.`,
    remedy: 'Fill the bath with a liquid that the card allows, or take another route.',
    residueUm: 0,
    limitsPctW: [],
  });
}

export const filmOf = (request: BatchRequest): CarryOver =>
  carryOver(
    { viscosityMPaS25: request.card.viscosityMPaS25, densityGPerMl: request.card.densityGPerMl },
    {
      areaMm2: request.part.areaMm2 * request.count,
      supportAreaMm2: (request.part.supportAreaMm2 ?? 0) * request.count,
      heightMm: request.part.heightMm,
      dripS: request.dripS,
      plateAreaMm2: request.plateAreaMm2,
      tempC: request.bench.roomC,
    },
  );

/** What every wash of this batch has in common; the stages are put in by the caller. */
export function washRequest(request: BatchRequest, filmUm: number): Omit<WashRequest, 'stages'> {
  return {
    filmUm,
    solvent: cleanBath(request.bench, request.card).solvent,
    viscosityMPaS: request.card.viscosityMPaS25,
    tempC: request.bench.roomC,
    exposureCapS: request.card.exposureCapS,
    residueTolUm: request.card.residueTolUm,
    leastStageS: LEAST_WASH_S,
  };
}

type Drying = { readonly soakedS: number; readonly liquid?: Solvent; readonly air?: Air };
type Dried = { readonly bench: BenchNow; readonly part?: Pick<PartFacts, 'pocketDepthMm'> };

/**
 * Evaporation of corner puddles or of the deepest blind hole, whichever is longer, then as long again as solvent had to soak in.
 * @returns s, rounded up to half a minute
 */
export function dryS({ bench, part }: Dried, { soakedS, liquid, air }: Drying): number {
  const solvent = liquid ?? cleanBath(bench).solvent;
  const { seconds } = dryTime({
    solvent,
    air: air ?? bench.dryAir,
    tempC: bench.roomC,
    humidityPct: bench.humidityPct,
    puddleMm: CORNER_PUDDLE_MM,
  });
  const holeS = part?.pocketDepthMm ? pocketDryS(solvent, Math.min(300, part.pocketDepthMm), bench.roomC) : 0;
  return Math.ceil((Math.max(seconds, holeS) + soakedS) / 30) * 30;
}

/** What still wets the parts when they first dry: the last bath or rinse before. */
function lastLiquid(steps: readonly BoundStep[], bench: BenchNow): Solvent | undefined {
  const dry = steps.findIndex((step) => isDrying(stepType(step.type)));
  const last = steps.slice(0, dry < 0 ? undefined : dry).findLast((step) => isWet(stepType(step.type)));
  return last && bathAt(last.station, bench).solvent;
}

const airOf = (steps: readonly RouteStep[]): Air | undefined =>
  steps.find((step) => isDrying(stepType(step.type)))?.air;
