import type { BathNow } from '../bench/index.ts';
import { given } from '../given/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { ok, type Result, refuse } from '../result/index.ts';
import {
  agitationOf,
  type BoundRoute,
  type BoundStep,
  isDrying,
  isWash,
  kindOf,
  lackWords,
  NOWHERE,
  type StepKind,
  stepType,
} from '../route/index.ts';
import {
  LEAST_STAGE_S,
  MOST_STAGES,
  recessesFor,
  type Solvent,
  type WashRefusal,
  type WashRequest,
  type WashStage,
  washResidue,
} from '../wash/index.ts';
import { bathAt, cleanBath, stageOf, wrongSolvent } from './baths.ts';
import { planStages, type StagesPlan } from './planStages.ts';
import type { BatchRequest } from './request.ts';

/** A wash of a route at its bath. */
export type StageAt = {
  readonly index: number;
  readonly station: string;
  readonly bath: BathNow;
  /** typed into the route: it stands */
  readonly fixedS?: number | undefined;
  /** a dip or a rinse takes as long as such take */
  readonly capS?: number | undefined;
  readonly card: ResinCard;
};
/** Washes in a row, parted by trimming: everything between two dryings. */
export type WetSpell = readonly (readonly StageAt[])[];

/** Where no plan works a wash is given this: two thirds of what people wash at the least. */
export const LEAST_WASH_S = 60;
/** What trimming sets free at the roots of supports. An engineering guess. */
export const TRIMMED_FILM_UM = 12;

/** What ends a run of washes: the parts dry, or trimming opens new roots. */
export const endsRun = (kind: StepKind): boolean => kind === 'dry' || kind === 'trim';
/** Whether water after this liquid still takes resin off: what a detergent has loosened. */
export const rinsesResin = (before: Solvent): boolean => before === 'detergent';

/** A stage for the models, with the time that stands. */
export const washStageOf = ({ bath, fixedS, capS, card }: Omit<StageAt, 'index' | 'station'>): WashStage => ({
  ...stageOf(bath, card),
  ...given({ capS, fixedS }),
});

/** The washes of a route, from drying to drying; each spell in runs from trimming to trimming. Empty ones are left out. */
export function wetSpells(request: Pick<BatchRequest, 'bench' | 'card'>, { steps }: BoundRoute): readonly WetSpell[] {
  const spells: StageAt[][][] = [[[]]];
  steps.forEach((step, index) => {
    const spell = spells.at(-1)!;
    const before = spell.at(-1)!.at(-1);
    const rinse = kindOf(step) === 'rinse' && before?.index === index - 1 && rinsesResin(before.bath.solvent);
    if (isWash(stepType(step.type)) || rinse) spell.at(-1)!.push(stageAt(step, index, request));
    if (kindOf(step) === 'trim') spell.push([]);
    if (isDrying(stepType(step.type))) spells.push([[]]);
  });
  return spells.map((spell) => spell.filter((run) => run.length > 0)).filter((spell) => spell.length > 0);
}

function stageAt(step: BoundStep, index: number, { bench, card }: Pick<BatchRequest, 'bench' | 'card'>): StageAt {
  const { seconds } = stepType(step.type);
  const bath = bathAt(step.station, bench, agitationOf(step));
  const time = step.seconds !== undefined ? { fixedS: step.seconds } : seconds === undefined ? {} : { capS: seconds };
  return { index, station: step.station, bath, card, ...time };
}

/** What every wash of this batch has in common; the stages are put in by the caller. */
export function washRequest(request: BatchRequest, filmUm: number): Omit<WashRequest, 'stages'> {
  return {
    filmUm,
    solvent: cleanBath(request.bench, request.card).solvent,
    viscosityMPaS: request.card.viscosityMPaS25,
    tempC: request.bench.roomC,
    exposureCapS: request.card.exposureCapS,
    residueTolUm: request.card.residueTolUm,
    leastTotalS: request.card.cardWashS,
    recesses: recessesFor(request.card.family, request.part.relief ?? 1, request.bench.recesses),
  };
}

/** Plans the washes before the parts first dry, by the models, typed times kept. */
export function planFirstSpell(
  request: BatchRequest,
  route: BoundRoute,
  spell: WetSpell,
  filmUm: number,
): Result<StagesPlan, WashRefusal> {
  const stages = spell.flat();
  const none = { residueUm: 0, limitsPctW: [] };
  if (route.steps.some((step) => step.station === NOWHERE && isWash(stepType(step.type))))
    return refuse({ code: 'NO_STATION', message: lackWords(route)!, remedy: 'Take another route.', ...none });
  if (stages.length === 0 || spell.some((run) => run.length > MOST_STAGES))
    return refuse({
      code: 'WASH_STAGES',
      message: `The route washes ${stages.length} times before the parts first dry; one to ${MOST_STAGES} can be planned.`,
      remedy: 'Change the route.',
      ...none,
    });
  const wrong = wrongSolvent(
    request.card,
    stages.filter(({ index }) => kindOf(route.steps[index]!) === 'wash').map(({ bath }) => bath),
  );
  if (wrong) return wrong;
  return planSpell(washRequest(request, filmUm), spell);
}

/**
 * Plans a spell of washes: runs before trimming down to what trimming sets free anyway; the last has to be clean.
 * Where time in solvent runs short, the earlier runs are cut to their least.
 */
export function planSpell(request: Omit<WashRequest, 'stages'>, spell: WetSpell): Result<StagesPlan, WashRefusal> {
  const full = planRuns(request, spell, false);
  return full.ok || spell.length < 2 ? full : planRuns(request, spell, true);
}

function planRuns(
  request: Omit<WashRequest, 'stages'>,
  spell: WetSpell,
  least: boolean,
): Result<StagesPlan, WashRefusal> {
  let [filmUm, recessFilmUm] = [request.filmUm, request.recessFilmUm ?? request.filmUm];
  let leftS = request.exposureCapS ?? Number.POSITIVE_INFINITY;
  let owedS = request.leastTotalS ?? 0;
  const plans: StagesPlan[] = [];
  for (const [i, run] of spell.entries()) {
    const stages = run.map(washStageOf);
    const last = i === spell.length - 1;
    // nobody washes off more than trimming will set free again
    const residueTolUm = last ? request.residueTolUm : Math.max(TRIMMED_FILM_UM, request.residueTolUm ?? 0);
    const asked = {
      ...request,
      filmUm,
      recessFilmUm,
      residueTolUm,
      exposureCapS: Math.max(1, leftS),
      leastTotalS: last ? owedS : 0,
    };
    const plan = last || !least ? planStages(asked, stages) : undefined;
    if (last && !plan?.ok) return plan!;
    const now = plan?.ok ? plan.value : leastTimes(stages);
    plans.push(now);
    const after = washResidue(filmUm, stages, now.stagesS, asked).byStage.at(-1)!;
    filmUm = after.filmUm;
    recessFilmUm = Math.max(after.recessUm, TRIMMED_FILM_UM);
    const spentS = now.stagesS.reduce((sum, seconds) => sum + seconds, 0);
    leftS -= spentS;
    owedS -= spentS;
  }
  return ok({
    stagesS: plans.flatMap(({ stagesS }) => stagesS),
    modelS: plans.flatMap(({ modelS }) => modelS),
    limitsPctW: plans.flatMap(({ limitsPctW }) => limitsPctW),
    residueUm: plans.at(-1)!.residueUm,
  });
}

function leastTimes(stages: readonly WashStage[]): StagesPlan {
  const modelS = stages.map(({ agitation, capS = Number.POSITIVE_INFINITY }) =>
    Math.min(capS, LEAST_STAGE_S[agitation]),
  );
  const stagesS = stages.map(({ fixedS }, i) => fixedS ?? modelS[i]!);
  return { stagesS, modelS, limitsPctW: stages.map(() => 0), residueUm: 0 };
}

/** What the models want of each wash: its planned time, and of a typed one what they would take instead. */
export const wantedTimes = (
  stages: readonly StageAt[],
  { stagesS, modelS }: StagesPlan,
): readonly (number | undefined)[] => stages.map(({ fixedS }, i) => (fixedS === undefined ? stagesS[i] : modelS[i]));
