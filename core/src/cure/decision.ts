import { normalBelow } from '../maths/index.ts';
import { Z90 } from '../units/index.ts';
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

/** Looks that a first light and its increments are expected to take, and the chance that a batch is over when it passes. */
export function expectedOf(
  edges: Edges,
  { firstS, addS, lastS }: Pick<FirstLight, 'firstS' | 'addS' | 'lastS'>,
): { readonly looks: number; readonly over: number } {
  let [looks, over, passedBefore] = [0, 0, 0];
  for (let totalS = firstS, n = 0; n < MOST_LOOKS; n++, totalS += addS) {
    looks += 1 - passedBefore;
    const last = totalS + addS > lastS;
    const passed = last ? 1 : passChance(edges, totalS);
    over += (passed - passedBefore) * overChance(edges, totalS);
    passedBefore = passed;
    if (1 - passed < SURELY) break;
  }
  return { looks, over };
}
const SURELY = 0.001;

export type FirstLight = {
  readonly firstS: number;
  readonly addS: number;
  readonly lastS: number;
  /** chance that the first look passes */
  readonly passes: number;
  readonly looks: number;
};

/**
 * First light by decision: over the timer's steps the one whose expected looks, at what a look costs, and whose chance of being
 * over once it passes, at what a spoiled batch costs, are least together. Wide windows pass at the first look; narrow or untried ones start low.
 * @returns nothing where one timer step already passes the end, or the window is closed
 * @source cure model D
 */
export function decideFirstLight(edges: Edges, timer: Timer, costs: LightCosts = USUAL_COSTS): FirstLight | undefined {
  const stepS = timer.stepS ?? 1;
  const lastS = Number.isFinite(edges.maxS) ? Math.floor(edges.maxS / stepS) * stepS : Number.POSITIVE_INFINITY;
  if (edges.handleS > edges.maxS || lastS < stepS) return undefined;
  const addS = Math.max(stepS, Math.floor((ADD_SHARE * edges.handleS) / stepS) * stepS);
  let best: FirstLight | undefined;
  let bestCost = Number.POSITIVE_INFINITY;
  const gridS = Math.max(stepS, Math.ceil(edges.handleS / GRID_STEPS / stepS) * stepS);
  for (let firstS = gridS; firstS <= Math.min(lastS, Math.max(stepS, SEARCHED * edges.handleS)); firstS += gridS) {
    const { looks, over } = expectedOf(edges, { firstS, addS, lastS });
    const cost = looks * costs.lookS + over * costs.spoiledS + LAMP_SHARE * firstS;
    if (cost >= bestCost) continue;
    bestCost = cost;
    best = { firstS, addS, lastS, passes: passChance(edges, firstS), looks };
  }
  return best ?? { firstS: lastS, addS, lastS, passes: passChance(edges, lastS), looks: 1 };
}
/** Timers finer than this share of the window's start are searched in coarser steps. */
const GRID_STEPS = 60;
