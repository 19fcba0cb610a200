import {
  CureInput,
  CureReply,
  DensityInput,
  DensityReply,
  DipInput,
  DipReply,
  DryInput,
  DryReply,
  FilmInput,
  FilmReply,
  WashPlanInput,
  WashPlanReply,
  WashResidueInput,
  WashResidueReply,
} from '@north-step/contract';
import {
  type CureSetting,
  cureAlternatives,
  cureEnd,
  curePlan,
  cureWindow,
  cureWindowRange,
  decideFirstLight,
  edgesOf,
  whyClosed,
} from '@north-step/core/cure';
import { dryTime } from '@north-step/core/dry';
import { bathDensityGPerMl } from '@north-step/core/solvent';
import { dip } from '@north-step/core/trim';
import { ModelRangeError } from '@north-step/core/units';
import { AGITATIONS, carryOver, evenRecesses, planWash, RECESS_FACTOR, washResidue } from '@north-step/core/wash';
import { constantsOf, LIGHT_MODELS } from './lightModels.ts';
import { type Model, model } from './model.ts';
import { RECLAIM_MODELS } from './reclaimModels.ts';
import { SOLVENT_MODELS } from './solventModels.ts';

const INVENTED = 'Constants of resins and washing are engineering guesses to be calibrated, not measurements.';

export const MODELS: readonly Model[] = [
  model('film', 'Resin left on parts and plate after dripping', FilmInput, FilmReply, (input) => {
    const { viscosityMPaS25, activationKJPerMol, densityGPerMl, surfaceTensionNPerM, ...plateful } = input;
    const liquid = { viscosityMPaS25, activationKJPerMol, densityGPerMl, surfaceTensionNPerM };
    return {
      ...carryOver(liquid, plateful),
      assumptions: [
        `Flow activation ${activationKJPerMol ?? 42} kJ/mol, surface tension ${surfaceTensionNPerM ?? 0.035} N/m.`,
        input.uncapped
          ? 'The film at pull-out was not bounded.'
          : `Pulled out at ${input.pullMmPerS ?? 5} mm/s (Landau–Levich).`,
        'Faces at every slope hold 1.198 times the upright film, supports 1.8 times more; the plate adds its film and a rim of its outline (4 √area).',
      ],
    };
  }),
  model('wash-plan', 'Shortest wash times that meet the residue tolerance', WashPlanInput, WashPlanReply, (input) => {
    const { recess, ...request } = input;
    const plan = planWash({ ...request, ...recessesAsked(recess) });
    const assumptions = [
      INVENTED,
      'Clinging liquid is what stays after 10 s over the bath; bath over resin density 0.73.',
      recessWords(recess),
    ];
    if (plan.ok) return { feasible: true, ...mutable(plan.value), assumptions };
    const { code, message, remedy, residueUm, limitsPctW } = plan.refusal;
    return {
      feasible: false,
      stagesS: [],
      residueUm,
      limitsPctW: [...limitsPctW],
      reason: { code, message, remedy },
      assumptions,
    };
  }),
  model('wash-residue', 'Film after each stage and residue at the end', WashResidueInput, WashResidueReply, (input) => {
    if (input.tau0S && input.tau0S.length !== input.stages.length)
      throw new ModelRangeError('tau0S', input.tau0S.length, input.stages.length, input.stages.length);
    if (input.stagesS.length !== input.stages.length)
      throw new ModelRangeError('stagesS', input.stagesS.length, input.stages.length, input.stages.length);
    // a time constant that is given is the whole one
    const { recess = input.tau0S && 1 } = input;
    const left = washResidue(input.filmUm, input.stages, input.stagesS, { ...input, ...recessesAsked(recess) });
    return {
      residueUm: left.residueUm,
      byStage: left.byStage.map((stage) => ({
        ...stage,
        tauS: finiteOrNull(stage.tauS),
        recessTauS: finiteOrNull(stage.recessTauS),
      })),
      assumptions: [INVENTED, recessWords(recess)],
    };
  }),
  model('density', 'Density of an alcohol bath', DensityInput, DensityReply, (input) => ({
    densityGPerMl: bathDensityGPerMl(input),
    assumptions: ['Isopropanol and water with excess volume; dissolved resin adds its own volume.'],
  })),
  model('cure', 'Cure window, plan and alternatives', CureInput, CureReply, (input) => {
    const { resin, timerStepS, cutOutS, ...rest } = input;
    const setting: CureSetting = {
      ...rest,
      constants: constantsOf(resin),
    };
    if (timerStepS !== undefined && !(timerStepS > 0)) throw new ModelRangeError('timerStepS', timerStepS, 1, 3600);
    if (cutOutS !== undefined && !(cutOutS > 0)) throw new ModelRangeError('cutOutS', cutOutS, 1, 36_000);
    const window = cureWindow(setting);
    const end = cureEnd(setting, window.handleS ?? 6 * 3600);
    const timer = { stepS: timerStepS, cutOutS };
    const edges = edgesOf(window, cureWindowRange(setting));
    return {
      handleS: window.handleS ?? null,
      fullS: window.fullS,
      maxS: window.maxS,
      limitedBy: window.limitedBy,
      plan: [...curePlan(window, timer, edges && decideFirstLight(edges, timer))],
      alternatives: cureAlternatives(setting).map((a) => ({
        change: a.change,
        handleS: a.handleS ?? null,
        maxS: a.maxS ?? null,
        stiffnessPct: a.stiffnessPct,
        risk: a.risk,
      })),
      closed: whyClosed(setting, window),
      stiffnessPct: end.stiffnessPct,
      tint: end.tintDeltaB,
      assumptions: [
        'Resin constants are invented defaults to be calibrated by coupons, never measurements.',
        'The first light is decided: a look costs 1.5 min of hands, a spoiled batch 40 min; before any coupon the rate may be a quarter off, the harmful dose a fifth.',
        'Both faces of the wall get the stated light; the coldest spot sets the start, the hottest the end.',
        window.fullS === undefined
          ? 'Full cure is not reached before the window ends.'
          : 'Full cure is 90 % of the rise attainable at this temperature.',
      ],
    };
  }),
  model('dry', 'Time until the deepest wet spot is dry', DryInput, DryReply, (input) => {
    const { seconds, wetBulbC, filmUm } = dryTime(input);
    return {
      seconds,
      wetBulbC,
      assumptions: [
        `Film ${filmUm.toFixed(0)} µm; air speeds for still, fan, jet and warm (45 °C) are engineering guesses.`,
        'The matte look, not this time, opens the gate to curing.',
      ],
    };
  }),
  model(
    'dip',
    'Warm dip: seconds to soften a wall, and how far a feature droops meanwhile',
    DipInput,
    DipReply,
    (input) => ({
      ...dip(input),
      assumptions: [
        'Still water, 500 W/m²K; conductivity 0.2 W/mK and diffusivity 1.17e-7 m²/s: engineering guesses.',
        'Green stiffness falls from 900 to 3 MPa as a logistic of 5 K about the softening point: engineering guesses.',
        'Droop is in the bath, where water carries most of the weight; lifted out it droops several times more.',
      ],
    }),
  ),
  ...LIGHT_MODELS,
  ...SOLVENT_MODELS,
  ...RECLAIM_MODELS,
];

const mutable = <T extends { stagesS: readonly number[]; limitsPctW: readonly number[] }>(plan: T) => ({
  ...plan,
  stagesS: [...plan.stagesS],
  limitsPctW: [...plan.limitsPctW],
});

const finiteOrNull = (seconds: number): number | null => (Number.isFinite(seconds) ? seconds : null);
const recessesAsked = (recess: number | undefined) => (recess === undefined ? {} : { recesses: evenRecesses(recess) });
const recessWords = (recess: number | undefined): string =>
  recess === undefined
    ? `Recesses (roots of supports, engraving, threads) are washed slower than faces: ${AGITATIONS.map((way) => `${way} ${RECESS_FACTOR[way]}`).join(', ')} times; engineering guesses.`
    : recess === 1
      ? 'Open faces only: recesses take longer.'
      : `Recesses are taken to be washed ${recess} times slower than faces.`;
