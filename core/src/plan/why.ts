import { knewNumber, type Step, tookS } from '../batch/index.ts';
import { isDrying, stepType } from '../route/index.ts';
import { clockText, percentText, plainNumber } from '../units/index.ts';
import { recessesFor, recessKey, recessTauS, type WashStage, washTauS } from '../wash/index.ts';
import { cleanBath, stageOf } from './baths.ts';
import { type BatchPlan, firstDrying, planBatch } from './planBatch.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';
import { type StageAt, washRequest, wetSpells } from './wetSpell.ts';
import { explainCure } from './whyCure.ts';
import { type Change, MORE_DRIP, movers, signed, signedClock, WARMER, type Why } from './whyParts.ts';

export type { Why } from './whyParts.ts';

export const WASH_TOPICS = ['wash1', 'wash2', 'wash3', 'wash4', 'wash5', 'wash6'] as const;
export const WHY_TOPICS = ['film', ...WASH_TOPICS, 'dry', 'cure'] as const;
export type WhyTopic = (typeof WHY_TOPICS)[number];
/** What explains a wash, by its place in the first run; those past the sixth are explained as it is. */
export const washTopic = (stage: number): WhyTopic => WASH_TOPICS[stage] ?? 'wash6';

const INVENTED = 'Rates, saturation and clinging film are engineering guesses until readings replace them.';

/**
 * Explains one computed figure of a plan by its inputs, its formula and its sensitivities.
 * @param run the step as it was run, where it has begun: then the figure that was recorded is explained
 */
export function explain(topic: WhyTopic, asked: BatchRequest, plan: BatchPlan = planBatch(asked), run?: Step): Why {
  // what would change a figure changes it where it is done now
  const request = { ...asked, route: routeOf(asked) };
  switch (topic) {
    case 'film':
      return withTook(explainFilm(request, plan, run), run);
    case 'dry':
      return withTook(explainDry(request, plan, run), run);
    case 'cure':
      return explainCure(request, plan);
    default:
      return withTook(explainWash(WASH_TOPICS.indexOf(topic), request, plan, run), run);
  }
}

/** Says what a step really took, and that nothing moves what is done. */
function withTook(why: Why, run: Step | undefined): Why {
  if (run?.endedAtMs === undefined || run.startedAtMs === undefined) return why;
  const took: readonly [string, string] = ['took', clockText(tookS(run))];
  return { ...why, inputs: [...why.inputs, took], movers: [], sure: `Recorded as it was run. ${why.sure}` };
}

const bathLoad = ({ station, bath }: StageAt): Change => [
  `${bath.name} one % more loaded`,
  (r) => ({
    ...r,
    bench: { ...r.bench, baths: { ...r.bench.baths, [station]: { ...bath, loadPctW: bath.loadPctW + 1 } } },
  }),
];

function explainFilm(request: BatchRequest, plan: BatchPlan, run?: Step): Why {
  const { part, count, card, bench } = request;
  const grams = knewNumber(run, 'gramsLeft') ?? plan.film.grams;
  const filmUm = knewNumber(run, 'filmUm') ?? plan.film.meanFilmUm;
  return {
    title: 'Resin still on parts and plate',
    value: `${plainNumber(grams, 3)} g`,
    inputs: [
      ['surface', `${plainNumber((part.areaMm2 * count) / 100, 3)} cm² on ${count}`],
      ['height', `${plainNumber(part.heightMm, 3)} mm`],
      ['drip', clockText(request.dripS)],
      [
        'viscosity',
        `${plainNumber(plan.film.viscosityMPaS, 3)} mPa·s at ${bench.roomC} °C (${card.viscosityMPaS25} at 25 °C)`,
      ],
      ['mean film', `${plainNumber(filmUm, 3)} µm`],
    ],
    formula:
      'The film that follows the part out of the vat drains as the square root of viscosity × height over time; slopes hold 1.2 times more, and the plate keeps its own film and a rim.',
    constants: 'Landau–Levich (1942) for pull-out, Jeffreys (1930) for draining; flow activation 42 kJ/mol.',
    movers: movers(request, [MORE_DRIP, WARMER], (p) => p.film.grams, signed('g')),
    sure: `About ±30 %: ${plainNumber(grams * 0.7)}–${plainNumber(grams * 1.3)} g. Cups are taken to keep a hundredth of what they could hold.`,
  };
}

function explainWash(index: number, request: BatchRequest, plan: BatchPlan, run?: Step): Why {
  const { card } = request;
  const bath = (plan.stages[index] ?? plan.stages.at(-1))?.bath ?? cleanBath(request.bench, card);
  const time = (p: BatchPlan) => (p.wash.ok ? p.wash.value.stagesS[index] : undefined);
  // a change moves seconds from bath to bath: what it is worth is seen over all of them
  const inAll = (p: BatchPlan) => (p.wash.ok ? p.wash.value.stagesS.reduce((sum, s) => sum + s, 0) : undefined);
  const { fixedS } = plan.stages[index] ?? {};
  const planned = residueOf(plan);
  const residueUm = knewNumber(run, 'residueUm') ?? knewNumber(run, 'plannedResidueUm') ?? planned;
  const loadPctW = knewNumber(run, 'loadPctW') ?? bath.loadPctW;
  const modelS = plan.wash.ok ? plan.wash.value.modelS[index] : undefined;
  const seconds = run?.startedAtMs === undefined ? time(plan) : run.plannedS;
  const procedure = card.procedure && `Exact time of ${card.procedure.reference}; nothing is computed over it.`;
  return {
    title: `Time in ${bath.name}`,
    value: seconds === undefined ? 'no time works' : clockText(seconds),
    inputs: [
      ['film before washing', `${plainNumber(plan.filmUm, 3)} µm`],
      ['load', `${percentText(loadPctW)} by weight`],
      ['moved by', bath.agitation],
      ['recesses', recessWords(request, plan, index)],
      ['longest time in solvent', clockText(card.exposureCapS)],
      ...(card.cardWashS === undefined
        ? []
        : [['its data sheet asks for', `${clockText(card.cardWashS)} over all baths, at the least`] as const]),
      ['left in recesses', `${plainNumber(residueUm)} of ${plainNumber(card.residueTolUm)} µm allowed`],
    ],
    formula: procedure ?? fixedWords(fixedS, modelS) ?? `${clearWords(request, plan)} ${SHORTEST}`,
    constants: INVENTED,
    movers: card.procedure
      ? []
      : movers(request, [...plan.stages.map(bathLoad), MORE_DRIP, WARMER], inAll, (delta) =>
          plan.stages.length > 1 ? `${signedClock(delta)} in all` : signedClock(delta),
        ),
    sure: card.procedure
      ? 'Exact by procedure.'
      : 'About ±40 % until a reading of this bath is taken: look for an even matte face.',
  };
}

const SHORTEST =
  'A film falls by the same share in equal times, slower the fuller the bath, and in recesses slower still. What clings at the end dries and adds its own resin. The shortest times that meet the tolerance are taken, with most of the film left in the first bath.';

/** How slowly recesses are washed here, and from what that is known. */
function recessWords({ card, part, bench }: BatchRequest, plan: BatchPlan, index: number): string {
  const agitation = (plan.stages[index] ?? plan.stages.at(-1))?.bath.agitation ?? 'impeller';
  const factor = recessesFor(card.family, part.relief ?? 1, bench.recesses)[agitation];
  const looks = bench.recesses?.[recessKey(card.family, agitation)]?.looks ?? 0;
  return `${plainNumber(factor)} times slower than faces, ${looks > 0 ? `by ${looks} looks` : 'an engineering guess until looks say more'}`;
}

/** “Faces are clean after 0:55, recesses need 3:20.” */
function clearWords(request: BatchRequest, plan: BatchPlan): string {
  // trimming in between starts anew
  if (!plan.wash.ok || wetSpells(request, routeOf(request))[0]?.length !== 1) return '';
  const stages = plan.stages.map(({ bath }) => stageOf(bath, request.card));
  const setting = washRequest(request, plan.filmUm);
  const after = (tauOf: (stage: WashStage) => number) => clearAfterS(request, plan, stages.map(tauOf));
  const faceS = after((stage) => washTauS(stage, setting));
  const recessS = after((stage) => recessTauS(stage, setting));
  return faceS === undefined || recessS === undefined
    ? ''
    : `Faces are clean after ${clockText(faceS)}, recesses need ${clockText(recessS)}.`;
}

/** Time over all baths until a film has fallen to the tolerance, at the planned times. @returns s, nothing while it has not */
function clearAfterS({ card }: BatchRequest, plan: BatchPlan, tausS: readonly number[]): number | undefined {
  if (!plan.wash.ok) return undefined;
  let folds = Math.log(plan.filmUm / card.residueTolUm);
  let usedS = 0;
  for (const [i, seconds] of plan.wash.value.stagesS.entries()) {
    const last = i === plan.wash.value.stagesS.length - 1;
    if (folds <= seconds / tausS[i]! || last) return usedS + Math.max(0, Math.min(seconds, folds * tausS[i]!));
    folds -= seconds / tausS[i]!;
    usedS += seconds;
  }
  return undefined;
}

/** What the models would do about a typed time. */
const fixedWords = (fixedS: number | undefined, modelS: number | undefined): string | undefined =>
  fixedS === undefined
    ? undefined
    : `The route fixes this time; the models ${modelS === undefined ? 'find none that works' : `would take ${clockText(modelS)}`}.`;

/** What is left at the end of the washes, µm. */
const residueOf = ({ wash }: BatchPlan): number => (wash.ok ? wash.value.residueUm : wash.refusal.residueUm);

function explainDry(request: BatchRequest, plan: BatchPlan, run?: Step): Why {
  const { bench } = request;
  const { liquid, puddleMm = 0 } = firstDrying(request, routeOf(request).steps);
  const fixedS = routeOf(request).steps.find((step) => isDrying(stepType(step.type)))?.seconds;
  const damp: Change = [
    'air 20 % more humid',
    (r) => ({ ...r, bench: { ...r.bench, humidityPct: Math.min(100, r.bench.humidityPct + 20) } }),
  ];
  const fan: Change = ['a fan over the rack', (r) => ({ ...r, bench: { ...r.bench, dryAir: 'fan' } })];
  return {
    title: 'Rest until dry',
    value: clockText(run?.plannedS ?? fixedS ?? plan.dryS),
    inputs: [
      ['air', `${bench.dryAir}, ${bench.roomC} °C, ${bench.humidityPct} %`],
      ['wet with', `${liquid ?? 'what washed it'}, ${plainNumber(puddleMm)} mm in its corners`],
      ...(request.part.pocketDepthMm
        ? [['deepest blind hole', `${plainNumber(request.part.pocketDepthMm, 3)} mm`] as const]
        : []),
      ['soaked in', 'for as long as it was washed'],
      ...(request.card.cardDryS === undefined
        ? []
        : [['its data sheet asks for', `${clockText(request.card.cardDryS)} at the least`] as const]),
    ],
    formula:
      fixedWords(fixedS, plan.dryS) ??
      'Corner puddles evaporate at their own wet-bulb temperature, the last film in a blind hole through the air standing in it; then solvent that soaked into the skin needs as long to come out as it had to go in.',
    constants: 'Antoine vapour pressures, flat-plate transfer (Pohlhausen 1921), skin diffusion 1e-12 m²/s.',
    movers: request.card.procedure ? [] : movers(request, [fan, WARMER, damp], (p) => p.dryS, signedClock),
    sure: 'About ±50 %. The matte look opens the gate, not the clock. Warm air only away from solvent vapour.',
  };
}
