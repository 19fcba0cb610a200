import type { BatchState, Step } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { stationKind } from '../bench/index.ts';
import { BY_HAND_S, byHandWords } from '../cure/index.ts';
import {
  agitationOf,
  airOf,
  type BoundStep,
  bindRoute,
  isCure,
  isWash,
  kindOf,
  type Route,
  type RouteStep,
  softeningDip,
  stepType,
} from '../route/index.ts';
import { lampAt, lampOf } from './cureSetting.ts';
import { dryS, wettingBefore } from './drying.ts';
import { asWetting, type BatchPlan } from './planBatch.ts';
import type { BatchRequest } from './request.ts';
import { routeOfBatch } from './requestOf.ts';
import { routeOf } from './routeOf.ts';
import { LEAST_WASH_S, planSpell, TRIMMED_FILM_UM, wantedTimes, washRequest, wetSpells } from './wetSpell.ts';

export type StepBlank = Omit<Step, 'id' | 'state'>;
const waiting = (id: string, blank: StepBlank): Step => ({ ...blank, id, state: 'waiting' });

/** The steps of a batch: the route's, with the times that the models plan. Washes are planned again when they start. */
export function layRoute(request: BatchRequest, plan: BatchPlan): readonly Step[] {
  const { steps } = routeOf(request);
  const models = modelTimes(request, plan);
  const { procedure } = request.card;
  return steps.map((step, index) => {
    const modelS = models[index];
    const blank = withTimer(blankOf(asCardStands(step, request), step.seconds ?? modelS, request.bench), request.bench);
    return waiting(`s${index + 1}`, blank.fixed && modelS !== undefined && !procedure ? { ...blank, modelS } : blank);
  });
}

/** An oven without a temperature of its own is as warm as the card stands it. */
const asCardStands = (step: BoundStep, { card }: Pick<BatchRequest, 'card'>): BoundStep =>
  kindOf(step) === 'oven' && step.tempC === undefined && card.oven ? { ...step, tempC: card.oven.tempC } : step;

/** A cure that ends between two steps of its lamp's timer says how that is done. */
export function withTimer(blank: StepBlank, bench: BenchNow): StepBlank {
  const stepS = isCure(blank) && !blank.daylight ? lampAt(bench, blank.station)?.timerStepS : undefined;
  const words = stepS && blank.plannedS && byHandWords(blank.plannedS, stepS);
  if (!words) return blank;
  return { ...blank, hint: blank.hint === stepType('cure').hint ? words : `${blank.hint} ${words}` };
}

/** One step of the palette as a batch has it. */
export function blankOf(step: BoundStep, plannedS?: number, bench?: BenchNow): StepBlank {
  const type = stepType(step.type);
  const { station } = step;
  const { say } = type;
  return {
    kind: type.kind,
    mode: type.mode,
    station,
    title: titleOf(step, bench),
    hint: type.hint,
    type: step.type,
    say,
    ...(step.agitation || type.agitation ? { agitation: agitationOf(step) } : {}),
    ...(step.medium ? { medium: step.medium } : {}),
    ...(step.tempC === undefined ? {} : { tempC: step.tempC }),
    ...(airOf(step) ? { air: airOf(step) } : {}),
    ...(step.inTank ? { inTank: true } : {}),
    ...(isCure(type) && bench && isDaylight(bench, station) ? { daylight: true } : {}),
    ...(step.seconds === undefined ? {} : { fixed: true }),
    ...(type.mode === 'timed' ? { plannedS: plannedS ?? step.seconds ?? type.seconds } : {}),
  };
}

/** A step put in later: with the baths, the rack and the lamp that the batch has had, else where this bench has it. */
export function stepHere(batch: BatchState, bench: BenchNow, step: RouteStep, plannedS?: number): StepBlank {
  const route = routeOfBatch(batch);
  const bound = bindRoute({ ...route, steps: [...route.steps, step] }, bench, batch);
  return blankOf(bound.steps.at(-1)!, plannedS, bench);
}

export const isDaylight = ({ stations }: Pick<BenchNow, 'stations'>, station: string): boolean => {
  const found = stations.find(({ id }) => id === station);
  return found !== undefined && stationKind(found.kind).lights === 'daylight';
};

/** Machine washes are called after their bath, by the name it has on this bench; the rest after what is done. */
export function titleOf(step: RouteStep, bench?: BenchNow): string {
  const { title } = stepType(step.type);
  if (step.type === 'wash-machine') return (step.station && bench?.baths[step.station]?.name) ?? title;
  if (step.type === 'rest') return 'Blow off, dry';
  if (step.type === 'cure' && step.medium && step.medium !== 'air') return `Cure under ${step.medium}`;
  return title;
}

/** What the models take for every timed step, by its number in the route, s. What the route fixes counts for what follows. */
function modelTimes(request: BatchRequest, plan: BatchPlan): Readonly<Record<number, number | undefined>> {
  const route = routeOf(request);
  const times: Record<number, number | undefined> = {};
  const washes = plan.wash.ok ? wantedTimes(plan.stages, plan.wash.value) : [];
  plan.stages.forEach(({ index }, i) => {
    times[index] = washes[i];
  });
  // a wash after trimming takes off dust and what the supports held back
  for (const spell of wetSpells(request, route).slice(1)) {
    const stages = spell.flat();
    const later = planSpell(washRequest(request, TRIMMED_FILM_UM), spell);
    const laterS = later.ok ? wantedTimes(stages, later.value) : [];
    stages.forEach(({ index }, i) => {
      times[index] = laterS[i] ?? LEAST_WASH_S;
    });
  }
  const doses = cureTimes(request, plan, route);
  let soakedS = 0;
  const wetting = route.steps.map(asWetting);
  let dried = 0;
  route.steps.forEach((step, index) => {
    switch (kindOf(step)) {
      case 'drip':
        times[index] = request.dripS;
        break;
      case 'wash':
      case 'rinse':
        soakedS += isWash(stepType(step.type)) ? (step.seconds ?? times[index] ?? 0) : 0;
        break;
      case 'dry': {
        const drying = { soakedS, ...wettingBefore(wetting, wetting[index]!, request.bench), air: airOf(step) };
        times[index] = dried === 0 ? plan.dryS : dryS(request, { ...drying, type: step.type });
        dried++;
        soakedS = 0;
        break;
      }
      case 'oven':
        times[index] = request.card.oven?.seconds;
        break;
      case 'warm-dip':
        times[index] = warmDipS(request, step);
        break;
      case 'cure':
        times[index] = doses.shift();
        break;
    }
  });
  return times;
}

/** First runs of light, shared between the cures that come before the first look. */
function cureTimes(request: BatchRequest, plan: BatchPlan, route: Route): number[] {
  const kinds = route.steps.map(kindOf);
  const look = kinds.indexOf('look-cured');
  const cures = kinds.flatMap((kind, i) => (kind === 'cure' ? [i] : []));
  const before = Math.max(1, cures.filter((i) => look < 0 || i < look).length);
  const totalS = plan.cure.doses?.firstS ?? 0;
  const { timerStepS } = lampOf(request);
  const lastS = plan.cure.doses?.lastS ?? Number.POSITIVE_INFINITY;
  const eachS = request.card.procedure ? totalS / before : shareS(totalS, before, { timerStepS, lastS });
  const addS = plan.cure.doses?.addS ?? timerStepS;
  return cures.map((_, n) => (n < before ? eachS : addS));
}

/**
 * One of several equal runs, in whole timer steps where the end of the window leaves room for that; together they never
 * pass it. Where even one step each would, or the light is none of whole steps, the run is taken out by hand before its timer ends.
 * @param totalS light wanted over all runs, s
 * @returns s
 */
export function shareS(totalS: number, runs: number, { timerStepS, lastS }: TimerAndEnd): number {
  // a light that is cut by hand is cut by hand in each run
  if (runs === 1) return totalS;
  if (totalS % timerStepS !== 0) return Math.max(BY_HAND_S, Math.floor(totalS / runs / BY_HAND_S) * BY_HAND_S);
  const wantedS = Math.max(timerStepS, Math.round(totalS / runs / timerStepS) * timerStepS);
  if (wantedS * runs <= lastS) return wantedS;
  return Math.floor(lastS / runs / timerStepS) * timerStepS || Math.floor(lastS / runs);
}
type TimerAndEnd = { readonly timerStepS: number; readonly lastS: number };

const warmDipS = ({ card, part }: BatchRequest, step: RouteStep): number =>
  Math.max(5, Math.ceil(softeningDip(card, part.wallMm, step.tempC).seconds));

/** Steps to put in later, with ids after those that there are. */
export function numbered(blanks: readonly StepBlank[], steps: readonly Step[]): readonly Step[] {
  const last = Math.max(0, ...steps.map(({ id }) => Number(id.slice(1))));
  return blanks.map((blank, index) => waiting(`s${last + index + 1}`, blank));
}
