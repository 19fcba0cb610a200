import { liquid } from '../liquids/index.ts';
import { ok, type Refusal, type Result, refuse } from '../result/index.ts';
import { clockText, InputError, plainNumber, requireInRange } from '../units/index.ts';
import { BASE_TAU_S, clingResidueUm, type WashSetting, type WashStage, washResidue, washTauS } from './kinetics.ts';
import { cleanLimitPctW, limitPairPctW } from './limits.ts';

/** Resin a well-washed face may keep before it shows. An engineering guess. */
export const DEFAULT_RESIDUE_TOL_UM = 0.8;
/** How many seconds of washing it is worth to keep 1 µm of film out of the clean bath. */
const CLEAN_BATH_CARE_S_PER_UM = 2;
const TIME_STEP_S = 5;
const LONGEST_STAGE_S = 1800;
/** Nobody can time less than this by hand. */
const SHORTEST_STAGE_S = 10;

export type WashRequest = WashSetting & {
  readonly filmUm: number;
  /** one to three baths, dirtiest first */
  readonly stages: readonly WashStage[];
  /** the longest the part may stay in solvent over all stages */
  readonly exposureCapS?: number;
  readonly residueTolUm?: number;
  /** no stage shorter than this, default 10 */
  readonly leastStageS?: number;
};

export type WashPlan = {
  readonly stagesS: readonly number[];
  readonly residueUm: number;
  /** load at which each bath would stop being fit for these times */
  readonly limitsPctW: readonly number[];
};

export type WashRefusal = Refusal & { readonly residueUm: number; readonly limitsPctW: readonly number[] };

/**
 * Shortest safe wash: scans the earlier stages in 5 s steps, bisects the last, and minimises
 * Σt + 2 s/µm × film carried into the last bath, under the total and per-stage limits.
 * @throws RangeError for numbers outside physics
 */
export function planWash(request: WashRequest): Result<WashPlan, WashRefusal> {
  const toleranceUm = requireInRange('residueTolUm', request.residueTolUm ?? DEFAULT_RESIDUE_TOL_UM, 0.01, 1000);
  requireInRange('filmUm', request.filmUm, 0, 100_000);
  const capS = requireInRange('exposureCapS', request.exposureCapS ?? LONGEST_STAGE_S, 1);
  if (request.stages.length < 1 || request.stages.length > 3)
    throw new InputError('stages', 'stages: one to three wash stages.');
  const liquidOf = (stage: WashStage) => stage.solvent ?? request.solvent;
  const dragUm = request.dragUm ?? liquid(liquidOf(request.stages.at(-1)!)).dragFilmUm;
  const taus = request.stages.map((stage) => washTauS(stage, request));
  const search: Search = { toleranceUm, capS, dragUm, taus, leastS: request.leastStageS ?? SHORTEST_STAGE_S };
  const best = taus.every(Number.isFinite) ? searchTimes(request, search) : undefined;
  const limitsFor = (stagesS: readonly number[]) => stageLimitsPctW(request, stagesS, toleranceUm, dragUm);
  if (!best) {
    const evenS = request.stages.map(() => capS / request.stages.length);
    return refuse({ ...whyNot(request, search), limitsPctW: limitsFor(evenS) });
  }
  const residueUm = washResidue(request.filmUm, request.stages, best, request).residueUm;
  return ok({ stagesS: best, residueUm, limitsPctW: limitsFor(best) });
}

type Search = {
  readonly leastS: number;
  readonly toleranceUm: number;
  readonly capS: number;
  readonly dragUm: number;
  readonly taus: readonly number[];
};

const stageCapS = (stage: WashStage, capS: number) => Math.min(stage.capS ?? LONGEST_STAGE_S, capS, LONGEST_STAGE_S);

function searchTimes(request: WashRequest, search: Search): readonly number[] | undefined {
  let best: readonly number[] | undefined;
  let bestCost = Number.POSITIVE_INFINITY;
  const lastIndex = request.stages.length - 1;
  const visit = (index: number, filmUm: number, soFar: readonly number[], usedS: number): void => {
    if (index === lastIndex) {
      const lastS = shortestLastS(request, search, filmUm, search.capS - usedS);
      if (lastS === undefined) return;
      const cost = usedS + lastS + CLEAN_BATH_CARE_S_PER_UM * (lastIndex > 0 ? filmUm : 0);
      if (cost < bestCost) {
        bestCost = cost;
        best = [...soFar, lastS];
      }
      return;
    }
    const longestS = Math.min(stageCapS(request.stages[index]!, search.capS), search.capS - usedS - search.leastS);
    for (let timeS = search.leastS; timeS <= longestS; timeS += TIME_STEP_S) {
      if (usedS + timeS >= bestCost) return;
      visit(index + 1, filmUm * Math.exp(-timeS / search.taus[index]!), [...soFar, timeS], usedS + timeS);
    }
  };
  visit(0, request.filmUm, [], 0);
  return best;
}

function shortestLastS(request: WashRequest, search: Search, filmUm: number, leftS: number): number | undefined {
  const loads = request.stages.map((stage) => stage.loadPctW);
  const tauS = search.taus.at(-1)!;
  const residueAt = (timeS: number) => filmUm * Math.exp(-timeS / tauS) + clingResidueUm(loads, timeS, search.dragUm);
  const longestS = Math.min(stageCapS(request.stages.at(-1)!, search.capS), leftS);
  if (longestS < search.leastS || residueAt(longestS) > search.toleranceUm) return undefined;
  let low = search.leastS;
  let high = longestS;
  if (residueAt(low) <= search.toleranceUm) return low;
  while (high - low > 0.5) {
    const middle = (low + high) / 2;
    if (residueAt(middle) <= search.toleranceUm) high = middle;
    else low = middle;
  }
  const rounded = Math.ceil(high / TIME_STEP_S) * TIME_STEP_S;
  return Math.min(rounded, longestS);
}

function whyNot(request: WashRequest, search: Search): Refusal & { readonly residueUm: number } {
  const many = request.stages.length > 1;
  const last = request.stages.at(-1)!;
  const cleanName = many ? 'clean bath' : 'bath';
  const endlessUm = clingResidueUm(
    request.stages.map((s) => s.loadPctW),
    LONGEST_STAGE_S,
    search.dragUm,
  );
  const evenS = request.stages.map((stage) =>
    Math.min(search.capS / request.stages.length, stageCapS(stage, search.capS)),
  );
  const residueUm = washResidue(request.filmUm, request.stages, evenS, request).residueUm;
  const tolerance = plainNumber(search.toleranceUm);
  if (endlessUm >= search.toleranceUm) {
    return {
      code: 'CLEAN_BATH_TOO_LOADED',
      message: `The ${cleanName} holds ${plainNumber(last.loadPctW)} % resin: what clings to the part dries to ${plainNumber(endlessUm)} µm, over the ${tolerance} µm this resin allows.`,
      remedy: many ? 'Rotate the baths first: fresh solvent goes into the second.' : 'Change the bath first.',
      residueUm,
    };
  }
  const saturated = request.stages.findIndex(
    (stage) => stage.loadPctW >= liquid(stage.solvent ?? request.solvent).saturationPctW,
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
    message: `No pair of times reaches ${tolerance} µm within the ${clockText(search.capS)} this resin may stay in solvent; the best leaves about ${plainNumber(residueUm)} µm.`,
    remedy: slow
      ? 'Agitate with the impeller or brush first, drip longer, or rotate the baths.'
      : 'Drip longer, mop with a dry brush first, or rotate the baths.',
    residueUm,
  };
}

function stageLimitsPctW(
  request: WashRequest,
  stagesS: readonly number[],
  toleranceUm: number,
  dragUm: number,
): readonly number[] {
  const saturationOf = (stage: WashStage) => liquid(stage.solvent ?? request.solvent).saturationPctW;
  const freshTaus = request.stages.map((stage) => washTauS({ ...stage, loadPctW: 0 }, request));
  const clean = cleanLimitPctW(toleranceUm, dragUm);
  if (stagesS.length === 1) return [Math.min(clean, saturationOf(request.stages[0]!))];
  const pairs = stagesS.slice(0, -1).map((timeS, index) => {
    const othersS = stagesS.reduce((sum, s, i) => (i === index ? sum : sum + s / freshTaus[i]!), 0) * freshTaus.at(-1)!;
    return limitPairPctW({
      toleranceUm,
      dragUm,
      startFilmUm: Math.max(request.filmUm, toleranceUm),
      saturationPctW: saturationOf(request.stages[index]!),
      tauS: [freshTaus[index]!, freshTaus.at(-1)!],
      timesS: [Math.max(timeS, 1), othersS],
    });
  });
  return [...pairs.map((pair) => pair[0]), pairs[0]![1]];
}
