import { normalBelow } from '../maths/index.ts';
import { clockText, Z90 } from '../units/index.ts';
import type { Timer, WindowRange } from './plan.ts';
import type { CureWindow } from './window.ts';

/** What a look costs and what a spoiled batch costs, s of work. */
export type LightCosts = { readonly lookS: number; readonly spoiledS: number };
/** A minute and a half of hands for a look; forty minutes to make a batch again. Settable. */
export const USUAL_COSTS: LightCosts = { lookS: 90, spoiledS: 2400 };
/** A lamp that runs holds up the next batch, not hands: its time counts so much. */
const LAMP_SHARE = 0.08;
/** Increments after the first look, of the expected start of the window. */
const ADD_SHARE = 0.25;
/** Looks past this are not counted one by one. */
const MOST_LOOKS = 40;
/** A window is not searched past this many times its start. */
const SEARCHED = 3;

/** Start and end of a window as they are believed: lognormal, by their middles and 90 % ranges. */
export type Edges = {
  readonly handleS: number;
  readonly handleSd: number;
  readonly maxS: number;
  readonly maxSd: number;
};

export function edgesOf(window: CureWindow, range: WindowRange | undefined): Edges | undefined {
  if (window.handleS === undefined) return undefined;
  return {
    handleS: window.handleS,
    handleSd: spreadOf(range?.handleS),
    maxS: window.maxS ?? Number.POSITIVE_INFINITY,
    maxSd: spreadOf(range?.maxS),
  };
}
const LEAST_SD = 0.02;
const spreadOf = (range: readonly [number, number] | undefined): number =>
  range ? Math.max(LEAST_SD, Math.log(range[1] / range[0]) / (2 * Z90)) : LEAST_SD;

/** Chance that the coldest spot is tack-free after so much light. */
export const passChance = ({ handleS, handleSd }: Edges, seconds: number): number =>
  seconds <= 0 ? 0 : normalBelow(Math.log(seconds / handleS) / handleSd);
/** Chance that the hottest spot is over by then. */
export const overChance = ({ maxS, maxSd }: Edges, seconds: number): number =>
  Number.isFinite(maxS) && seconds > 0 ? normalBelow(Math.log(seconds / maxS) / maxSd) : 0;

/** What a first light and its increments are expected to come to. */
export type Expected = {
  readonly looks: number;
  /** chance that a batch is over when it passes */
  readonly over: number;
  /** chance that it is still tacky at the end of the window */
  readonly stuck: number;
};
export function expectedOf(
  edges: Edges,
  { firstS, addS, lastS }: Pick<FirstLight, 'firstS' | 'addS' | 'lastS'>,
): Expected {
  let [looks, over, passedBefore, totalS] = [0, 0, 0, firstS];
  for (let n = 0; n < MOST_LOOKS; n++) {
    looks += 1 - passedBefore;
    const passed = passChance(edges, totalS);
    over += (passed - passedBefore) * overChance(edges, totalS);
    passedBefore = passed;
    if (1 - passed < SURELY || totalS >= lastS) break;
    totalS = Math.min(totalS + addS, lastS);
  }
  return { looks, over, stuck: 1 - passedBefore };
}
const SURELY = 0.001;
/** A batch that is tacky at the end of its window is washed and tried again: half of what a spoiled one costs. An engineering guess. */
const STUCK_SHARE = 0.5;

/** Work that a first light and its increments are expected to cost: looks, batches spoiled or stuck, the lamp's own time. @returns cost in s of work */
export function expectedCost(
  edges: Edges,
  first: Pick<FirstLight, 'firstS' | 'addS' | 'lastS'>,
  costs: LightCosts = USUAL_COSTS,
): { readonly looks: number; readonly cost: number } {
  const { looks, over, stuck } = expectedOf(edges, first);
  return {
    looks,
    cost: looks * costs.lookS + (over + STUCK_SHARE * stuck) * costs.spoiledS + LAMP_SHARE * first.firstS,
  };
}

export type FirstLight = {
  readonly firstS: number;
  readonly addS: number;
  readonly lastS: number;
  /** chance that the first look passes */
  readonly passes: number;
  readonly looks: number;
};

/** Taken out by hand a light can be cut this finely, s. */
export const BY_HAND_S = 10;
/** Where no step of the timer is at least this likely to pass, the light is cut by hand instead. */
const WORTH_LETTING_RUN = 0.5;

/**
 * First light by decision: over the timer's steps the one whose expected looks, at what a look costs, and whose chance of being
 * over once it passes, at what a spoiled batch costs, are least together. Wide windows pass at the first look; narrow or untried
 * ones start low. Where the window lies between two steps of the timer the parts are taken out by hand.
 * @returns nothing where the window is closed, or over before anybody could take the parts out
 * @source cure model D
 */
export function decideFirstLight(edges: Edges, timer: Timer, costs: LightCosts = USUAL_COSTS): FirstLight | undefined {
  if (edges.handleS > edges.maxS) return undefined;
  const stepS = timer.stepS ?? 1;
  const byTimer = cheapest(edges, stepS, costs);
  if (stepS <= BY_HAND_S || (byTimer && byTimer.passes >= WORTH_LETTING_RUN)) return byTimer;
  const byHand = cheapest(edges, BY_HAND_S, costs);
  return byHand && byHand.passes > (byTimer?.passes ?? 0) ? byHand : byTimer;
}

function cheapest(edges: Edges, stepS: number, costs: LightCosts): FirstLight | undefined {
  const lastS = Number.isFinite(edges.maxS) ? Math.floor(edges.maxS / stepS) * stepS : Number.POSITIVE_INFINITY;
  if (lastS < stepS) return undefined;
  const addS = Math.max(stepS, Math.floor((ADD_SHARE * edges.handleS) / stepS) * stepS);
  let best: FirstLight | undefined;
  let bestCost = Number.POSITIVE_INFINITY;
  const gridS = Math.max(stepS, Math.ceil(edges.handleS / GRID_STEPS / stepS) * stepS);
  for (let firstS = gridS; firstS <= Math.min(lastS, Math.max(stepS, SEARCHED * edges.handleS)); firstS += gridS) {
    const { looks, cost } = expectedCost(edges, { firstS, addS, lastS }, costs);
    if (cost >= bestCost) continue;
    bestCost = cost;
    best = { firstS, addS, lastS, passes: passChance(edges, firstS), looks };
  }
  return best ?? { firstS: lastS, addS, lastS, passes: passChance(edges, lastS), looks: 1 };
}
/** Timers finer than this share of the window's start are searched in coarser steps. */
const GRID_STEPS = 60;

/** What is done where a light ends between two steps of its lamp's timer; nothing where the timer can be set to it. */
export function byHandWords(seconds: number, stepS: number): string | undefined {
  const off = seconds % stepS;
  if (off < 0.5 || stepS - off < 0.5) return undefined;
  return `Set its timer to ${clockText(Math.ceil(seconds / stepS) * stepS)} and take the parts out by hand after ${clockText(seconds)}.`;
}
