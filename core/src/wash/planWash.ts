import { liquid } from '../liquids/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { clockText, InputError, plainNumber, requireInRange } from '../units/index.ts';
import {
  type Agitation,
  BASE_TAU_S,
  clingResidueUm,
  recessTauS,
  type WashSetting,
  type WashStage,
  washResidue,
  washTauS,
} from './kinetics.ts';
import { cleanLimitPctW, limitPairPctW } from './limits.ts';

/** Resin a well-washed face may keep before it shows. An engineering guess. */
export const DEFAULT_RESIDUE_TOL_UM = 0.8;
/** Most washes that are planned together. */
export const MOST_STAGES = 6;
/** How many seconds of washing it is worth to keep 1 µm of film out of the clean bath: with a quarter of it a quarter of all resin ended there. */
const CLEAN_BATH_CARE_S_PER_UM = 8;
const TIME_STEP_S = 5;
const LONGEST_STAGE_S = 1800;
/** What a bath is given before parts are lifted: liquid must find its way in and out. Practice, not a model. */
export const LEAST_STAGE_S: Readonly<Record<Agitation, number>> = {
  still: 60,
  hand: 60,
  impeller: 60,
  spray: 30,
  brush: 30,
  ultrasonic: 30,
};

export type WashRequest = WashSetting & {
  readonly filmUm: number;
  /** film in the recesses at the start, default the same */
  readonly recessFilmUm?: number | undefined;
  /** one to six baths, dirtiest first */
  readonly stages: readonly WashStage[];
  /** the longest the part may stay in solvent over all stages */
  readonly exposureCapS?: number | undefined;
  readonly residueTolUm?: number | undefined;
  /** no stage shorter than this, default by how the liquid is moved */
  readonly leastStageS?: number | undefined;
  /** all stages together no shorter than this, as far as their limits allow: what a data sheet asks for */
  readonly leastTotalS?: number | undefined;
};

export type WashPlan = {
  readonly stagesS: readonly number[];
  readonly residueUm: number;
  /** load at which each bath would stop being fit for these times */
  readonly limitsPctW: readonly number[];
};

export type WashRefusal = Refusal & { readonly residueUm: number; readonly limitsPctW: readonly number[] };

/**
 * Shortest safe wash. Recesses set the time: seconds go to the earlier stages where they clean recesses fastest, in 5 s steps,
 * the last stage is bisected, and Σt + 8 s/µm × film carried into the last bath is least, under the total and per-stage limits.
 * A stage with `fixedS` keeps it.
 * @throws RangeError for numbers outside physics
 * @source solvent model B
 */
export function planWash(request: WashRequest): Result<WashPlan, WashRefusal> {
  const toleranceUm = requireInRange('residueTolUm', request.residueTolUm ?? DEFAULT_RESIDUE_TOL_UM, 0.01, 1000);
  requireInRange('filmUm', request.filmUm, 0, 100_000);
  const capS = requireInRange('exposureCapS', request.exposureCapS ?? LONGEST_STAGE_S, 1);
  if (request.stages.length < 1 || request.stages.length > MOST_STAGES)
    throw new InputError('stages', 'stages: one to six wash stages.');
  const dragUm = request.dragUm ?? liquid(liquidOf(request, request.stages.at(-1)!)).dragFilmUm;
  const stages = request.stages.map((stage): SearchStage => {
    const longestS = Math.min(stage.capS ?? LONGEST_STAGE_S, capS, LONGEST_STAGE_S);
    const leastS = Math.min(request.leastStageS ?? LEAST_STAGE_S[stage.agitation], longestS);
    return {
      tauS: washTauS(stage, request),
      recessTauS: recessTauS(stage, request),
      leastS: stage.fixedS ?? leastS,
      longestS: stage.fixedS ?? longestS,
    };
  });
  const search: Search = { request, stages, toleranceUm, capS, dragUm };
  const found = stages.every(({ tauS }) => Number.isFinite(tauS)) ? searchTimes(search) : undefined;
  const best = found && asLongAsAsked(search, found);
  if (!best) {
    const evenS = request.stages.map(() => capS / request.stages.length);
    return refuse({ ...whyNot(search), limitsPctW: stageLimitsPctW(search, evenS) });
  }
  const { residueUm } = washResidue(request.filmUm, request.stages, best, request);
  return ok({ stagesS: best, residueUm, limitsPctW: stageLimitsPctW(search, best) });
}

const liquidOf = (request: WashRequest, stage: WashStage) => stage.solvent ?? request.solvent;

type SearchStage = {
  readonly tauS: number;
  readonly recessTauS: number;
  readonly leastS: number;
  readonly longestS: number;
};
type Search = {
  readonly request: WashRequest;
  readonly stages: readonly SearchStage[];
  readonly toleranceUm: number;
  readonly capS: number;
  readonly dragUm: number;
};

/** Earlier stages are filled up in the order in which they clean recesses: any other sharing leaves more for the same seconds. */
function searchTimes(search: Search): readonly number[] | undefined {
  const { request, stages, capS } = search;
  const early = stages.slice(0, -1);
  const last = stages.at(-1)!;
  const order = early.map((_, i) => i).sort((a, b) => early[a]!.recessTauS - early[b]!.recessTauS || a - b);
  const timesS = early.map(({ leastS }) => leastS);
  let usedS = timesS.reduce((a, b) => a + b, 0);
  let best: readonly number[] | undefined;
  let bestCost = Number.POSITIVE_INFINITY;
  for (;;) {
    const face = request.filmUm * shareLeft(early, timesS, 'tauS');
    const recess = (request.recessFilmUm ?? request.filmUm) * shareLeft(early, timesS, 'recessTauS');
    const lastS = shortestLastS(search, last, face, recess, capS - usedS);
    if (lastS !== undefined) {
      const carriedUm = early.length > 0 ? face + recess : 0;
      const cost = usedS + lastS + CLEAN_BATH_CARE_S_PER_UM * carriedUm;
      if (cost < bestCost) [bestCost, best] = [cost, [...timesS, lastS]];
    }
    const next = order.find((i) => timesS[i]! < early[i]!.longestS);
    if (next === undefined || usedS >= bestCost) return best;
    const addS = Math.min(TIME_STEP_S, early[next]!.longestS - timesS[next]!);
    timesS[next]! += addS;
    usedS += addS;
    if (usedS + last.leastS > capS) return best;
  }
}

/** What the data sheet asks for over the model's times goes to the baths in order, the dirtiest first, within what each may take. */
function asLongAsAsked({ request, stages, capS }: Search, timesS: readonly number[]): readonly number[] {
  const usedS = timesS.reduce((a, b) => a + b, 0);
  let missingS = Math.min(request.leastTotalS ?? 0, capS) - usedS;
  return timesS.map((timeS, i) => {
    const addS = Math.max(0, Math.min(missingS, stages[i]!.longestS - timeS));
    missingS -= addS;
    return timeS + addS;
  });
}

const shareLeft = (stages: readonly SearchStage[], timesS: readonly number[], tau: 'tauS' | 'recessTauS'): number =>
  Math.exp(-timesS.reduce((sum, timeS, i) => sum + timeS / stages[i]![tau], 0));

function shortestLastS(
  { request, toleranceUm, dragUm }: Search,
  last: SearchStage,
  faceUm: number,
  recessUm: number,
  leftS: number,
): number | undefined {
  const loads = request.stages.map((stage) => stage.loadPctW);
  const residueAt = (timeS: number) =>
    Math.max(faceUm * Math.exp(-timeS / last.tauS), recessUm * Math.exp(-timeS / last.recessTauS)) +
    clingResidueUm(loads, timeS, dragUm);
  const longestS = Math.min(last.longestS, leftS);
  if (longestS < last.leastS || residueAt(longestS) > toleranceUm) return undefined;
  let low = last.leastS;
  let high = longestS;
  if (residueAt(low) <= toleranceUm) return low;
  while (high - low > 0.5) {
    const middle = (low + high) / 2;
    if (residueAt(middle) <= toleranceUm) high = middle;
    else low = middle;
  }
  return Math.min(Math.ceil(high / TIME_STEP_S) * TIME_STEP_S, longestS);
}

function whyNot({ request, stages, toleranceUm, capS, dragUm }: Search): Refusal & { readonly residueUm: number } {
  const many = request.stages.length > 1;
  const last = request.stages.at(-1)!;
  const cleanName = many ? 'clean bath' : 'bath';
  const loads = request.stages.map((stage) => stage.loadPctW);
  const endlessUm = clingResidueUm(loads, LONGEST_STAGE_S, dragUm);
  const evenS = stages.map(({ longestS }) => Math.min(capS / stages.length, longestS));
  const { residueUm } = washResidue(request.filmUm, request.stages, evenS, request);
  const tolerance = plainNumber(toleranceUm);
  if (endlessUm >= toleranceUm) {
    return {
      code: 'CLEAN_BATH_TOO_LOADED',
      message: `The ${cleanName} holds ${plainNumber(last.loadPctW)} % resin: what clings to the part dries to ${plainNumber(endlessUm)} µm, over the ${tolerance} µm this resin allows.`,
      remedy: many ? 'Rotate the baths first: fresh solvent goes into the second.' : 'Change the bath first.',
      residueUm,
    };
  }
  const saturated = request.stages.findIndex(
    (stage) => stage.loadPctW >= liquid(liquidOf(request, stage)).saturationPctW,
  );
  if (saturated >= 0) {
    return {
      code: 'BATH_SATURATED',
      message: `Bath ${saturated + 1} holds ${plainNumber(request.stages[saturated]!.loadPctW)} % resin and takes up no more.`,
      remedy: 'Rotate the baths first.',
      residueUm,
    };
  }
  const slow = request.stages.some((stage) => BASE_TAU_S[stage.agitation] > BASE_TAU_S.impeller);
  return {
    code: 'EXPOSURE_CAP',
    message: `No times clean the recesses to ${tolerance} µm within the ${clockText(capS)} this resin may stay in solvent; the best leaves about ${plainNumber(residueUm)} µm.`,
    remedy: slow
      ? 'Agitate with the impeller or brush first, drip longer, or rotate the baths.'
      : 'Drip longer, mop or brush it first, or rotate the baths.',
    residueUm,
  };
}

function stageLimitsPctW({ request, toleranceUm, dragUm }: Search, stagesS: readonly number[]): readonly number[] {
  const saturationOf = (stage: WashStage) => liquid(liquidOf(request, stage)).saturationPctW;
  const freshTaus = request.stages.map((stage) => recessTauS({ ...stage, loadPctW: 0 }, request));
  const clean = cleanLimitPctW(toleranceUm, dragUm);
  if (stagesS.length === 1) return [Math.min(clean, saturationOf(request.stages[0]!))];
  const pairs = stagesS.slice(0, -1).map((timeS, index) => {
    const othersS = stagesS.reduce((sum, s, i) => (i === index ? sum : sum + s / freshTaus[i]!), 0) * freshTaus.at(-1)!;
    return limitPairPctW({
      toleranceUm,
      dragUm,
      startFilmUm: Math.max(request.recessFilmUm ?? request.filmUm, toleranceUm),
      saturationPctW: saturationOf(request.stages[index]!),
      tauS: [freshTaus[index]!, freshTaus.at(-1)!],
      timesS: [Math.max(timeS, 1), othersS],
    });
  });
  return [...pairs.map((pair) => pair[0]), pairs[0]![1]];
}
