import { type PartFacts, pocketFilmUm, pocketMm3 } from '../part/index.ts';
import type { Result } from '../result/index.ts';
import { airOf, type BoundStep, isDrying, isWash, kindOf, procedureTimes, stepType } from '../route/index.ts';
import { type CarryOver, carryOver, ORIENTATION_FACTOR, type WashRefusal } from '../wash/index.ts';
import { type CureForecast, forecastCure } from './cureForecast.ts';
import { type Drying, dryS, type WettingStep, wettingBefore } from './drying.ts';
import type { StagesPlan } from './planStages.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';
import { planFirstSpell, type StageAt, wetSpells } from './wetSpell.ts';

export type BatchPlan = {
  readonly film: CarryOver;
  /** film that goes into the first bath: after mopping, if the route has it, and with what pockets hold, µm */
  readonly filmUm: number;
  /** the washes before the parts first dry, planned together */
  readonly stages: readonly StageAt[];
  readonly wash: Result<StagesPlan, WashRefusal>;
  readonly dryS: number;
  readonly cure: CureForecast;
};

/** A dry brush leaves about this much. An engineering guess. */
const MOP_LEAVES_UM = 25;

/** Everything that will happen to a batch, from the models, at the bench as it is now. */
export function planBatch(request: BatchRequest): BatchPlan {
  const route = routeOf(request);
  const { steps } = route;
  const film = filmOf(request);
  const wash = steps.findIndex((step) => isWash(stepType(step.type)));
  const mopped = steps.slice(0, Math.max(0, wash)).some((step) => kindOf(step) === 'mop');
  const filmUm = startFilmUm(request.part, film.meanFilmUm, mopped);
  const spell = wetSpells(request, route)[0] ?? [];
  const plan = planFirstSpell(request, route, spell, filmUm);
  const soakedS = plan.ok ? plan.value.stagesS.reduce((sum, seconds) => sum + seconds, 0) : request.card.exposureCapS;
  return {
    film,
    filmUm,
    stages: spell.flat(),
    wash: plan,
    dryS: request.card.procedure
      ? procedureTimes(request.card).dryS
      : dryS(request, { soakedS, ...firstDrying(request, steps) }),
    cure: forecastCure(request),
  };
}

/** What wets the parts as they first dry, and how they do. */
export function firstDrying({ bench }: BatchRequest, steps: readonly BoundStep[]): Partial<Drying> {
  const index = steps.findIndex((step) => isDrying(stepType(step.type)));
  const dry = steps[index];
  if (!dry) return {};
  const wetting = steps.map(asWetting);
  return { ...wettingBefore(wetting, wetting[index]!, bench), air: airOf(dry), type: dry.type };
}

/** A step of a route as drying sees it. */
export const asWetting = (step: BoundStep): WettingStep => ({
  kind: kindOf(step),
  type: step.type,
  station: step.station,
});

export const filmOf = (request: BatchRequest): CarryOver =>
  carryOver(
    { viscosityMPaS25: request.card.viscosityMPaS25, densityGPerMl: request.card.densityGPerMl },
    {
      areaMm2: request.part.areaMm2 * request.count,
      supportAreaMm2: (request.part.supportAreaMm2 ?? 0) * request.count,
      trappedMm3: pocketMm3(request.part) * request.count,
      heightMm: request.part.heightMm,
      dripS: request.dripS,
      plateAreaMm2: request.plateAreaMm2,
      tempC: request.bench.roomC,
    },
  );

/** Film on the parts as they go into the first bath: drained or mopped, and what their pockets hold. @returns µm */
export const startFilmUm = (part: PartFacts, meanFilmUm: number, mopped: boolean): number =>
  Math.min(meanFilmUm, mopped ? MOP_LEAVES_UM : Number.POSITIVE_INFINITY) + pocketFilmUm(part, ORIENTATION_FACTOR);
