import type { Step } from '../batch/index.ts';
import { targetDepthMm } from '../cure/index.ts';
import { isDrying, stepType } from '../route/index.ts';
import { chanceText, clockText, percentText, plainNumber } from '../units/index.ts';
import { recessesFor, recessKey, recessTauS, type WashStage, washTauS } from '../wash/index.ts';
import type { LightAim } from './aim.ts';
import { cleanBath, stageOf } from './baths.ts';
import { cureSetting, lampOf, lampStation } from './cureSetting.ts';
import { type BatchPlan, planBatch } from './planBatch.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';
import { type StageAt, washRequest, wetSpells } from './wetSpell.ts';

/** The answer to "Why this number?". */
export type Why = {
  readonly title: string;
  readonly value: string;
  readonly inputs: readonly (readonly [name: string, value: string])[];
  readonly formula: string;
  readonly constants: string;
  /** what would move it most, found by computing it again with that one input changed */
  readonly movers: readonly (readonly [change: string, effect: string])[];
  readonly sure: string;
};
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
  const took: readonly [string, string] = ['took', clockText((run.endedAtMs - run.startedAtMs) / 1000)];
  return { ...why, inputs: [...why.inputs, took], movers: [], sure: `Recorded as it was run. ${why.sure}` };
}

const knewNumber = (run: Step | undefined, name: string): number | undefined => {
  const value = run?.knew?.[name];
  return typeof value === 'number' ? value : undefined;
};

type Change = readonly [text: string, over: (request: BatchRequest) => BatchRequest];
const MORE_DRIP: Change = ['drip 2 min longer', (r) => ({ ...r, dripS: r.dripS + 120 })];
const WARMER: Change = ['room 3 °C warmer', (r) => ({ ...r, bench: { ...r.bench, roomC: r.bench.roomC + 3 } })];
const bathLoad = ({ station, bath }: StageAt): Change => [
  `${bath.name} one % more loaded`,
  (r) => ({
    ...r,
    bench: { ...r.bench, baths: { ...r.bench.baths, [station]: { ...bath, loadPctW: bath.loadPctW + 1 } } },
  }),
];

/** Changes in order of effect, largest first. */
function movers(
  request: BatchRequest,
  changes: readonly Change[],
  measure: (plan: BatchPlan) => number | undefined,
  show: (delta: number) => string,
) {
  const base = measure(planBatch(request));
  return (
    changes
      .map(([text, over]) => {
        const value = measure(planBatch(over(request)));
        const delta = base === undefined || value === undefined ? undefined : value - base;
        return {
          text,
          size: delta === undefined ? Number.POSITIVE_INFINITY : Math.abs(delta),
          effect: delta === undefined ? 'not possible any more' : show(delta),
        };
      })
      // what changes nothing is no mover
      .filter(({ effect }) => effect !== show(0))
      .sort((a, b) => b.size - a.size)
      .map(({ text, effect }) => [text, effect] as const)
  );
}

const signedClock = (deltaS: number): string => `${deltaS < 0 ? '−' : '+'}${clockText(Math.abs(deltaS))}`;
const signed = (unit: string) => (delta: number) => `${delta < 0 ? '−' : '+'}${plainNumber(Math.abs(delta))} ${unit}`;

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
      ['wet corners', '0.1 mm after blowing off'],
      ...(request.part.pocketDepthMm
        ? [['deepest blind hole', `${plainNumber(request.part.pocketDepthMm, 3)} mm`] as const]
        : []),
      ['soaked in', 'for as long as it was washed'],
    ],
    formula:
      fixedWords(fixedS, plan.dryS) ??
      'Corner puddles evaporate at their own wet-bulb temperature, the last film in a blind hole through the air standing in it; then solvent that soaked into the skin needs as long to come out as it had to go in.',
    constants: 'Antoine vapour pressures, flat-plate transfer (Pohlhausen 1921), skin diffusion 1e-12 m²/s.',
    movers: request.card.procedure ? [] : movers(request, [fan, WARMER, damp], (p) => p.dryS, signedClock),
    sure: 'About ±50 %. The matte look opens the gate, not the clock. Warm air only away from solvent vapour.',
  };
}

function explainCure(request: BatchRequest, plan: BatchPlan): Why {
  const lamp = lampOf(request);
  const { window, range, doses, aim, passes } = plan.cure;
  const setting = cureSetting(request);
  const dimmer: Change = ['lamp 10 % weaker', (r) => dimmed(r, 0.9)];
  const water: Change = ['under water', (r) => ({ ...r, cureIn: { ...r.cureIn, medium: 'water' } })];
  const span = (pair: readonly [number, number] | undefined) =>
    pair ? `${clockText(pair[0])}–${clockText(pair[1])}` : 'open';
  return {
    title: 'Cure window',
    value: `${window.handleS === undefined ? 'not reached' : clockText(window.handleS)} to ${window.maxS === undefined ? 'no end found' : clockText(window.maxS)}`,
    inputs: [
      [
        'light',
        `${plainNumber(setting.coldMWPerCm2)}–${plainNumber(setting.hotMWPerCm2)} mW/cm² over the part, ${request.light ? `by its light map${request.light.poses.length > 1 ? ', turned over half-way' : ''}` : `taken as even from ${plainNumber(lamp.mWPerCm2)} on the meter: map it to be sure`}`,
      ],
      [
        'wall',
        `${plainNumber(request.part.wallMm)} mm, cured to ${plainNumber(targetDepthMm(setting))} mm from each face`,
      ],
      ['in', `${setting.medium}, ${request.bench.roomC} °C and ${lamp.heatsK} K from the lamp`],
      [
        'first run',
        doses
          ? `${clockText(doses.firstS)}, then look (${chanceText(passes ?? 0)} pass), then ${clockText(doses.addS)} at a time`
          : 'none fits this timer',
      ],
    ],
    formula: `Starts when the coldest face is tack-free and its skin cured (here: ${window.limitedBy}); ends when the hottest face tints or turns brittle (here: ${window.maxBy}). ${AIM_WORDS[aim]}`,
    constants:
      'Beer–Lambert light in depth, Arrhenius rate, oxygen at the surface, a ceiling by temperature. Resin constants are invented defaults to be calibrated by coupons, never measurements.',
    movers: request.card.procedure
      ? []
      : movers(request, [dimmer, water, WARMER], (p) => p.cure.window.handleS, signedClock),
    sure: range
      ? `Start ${span(range.handleS)}, end ${span(range.maxS)}. Try a coupon or the waste supports first.`
      : 'The target is not reached in six hours here.',
  };
}

const AIM_WORDS: Readonly<Record<LightAim, string>> = {
  procedure: 'Its procedure says for how long.',
  'touch-dry':
    'The first light is the one that costs least work: a look is a minute and a half of hands, a spoiled batch forty minutes; a wide window passes at the first look, a narrow one starts low.',
  low: 'The shop starts low, at 0.7 of the start in whole timer steps, then looks and adds: the first look is expected tacky.',
  card: 'The card’s own time, as far as the window allows.',
  strong:
    'Cured until it is strong: the card’s minutes, or those of its kind, as this lamp gives them; never less than dry to the touch.',
  long: 'Three times as long as it needs, as far as the window allows.',
};

/** The same with less light: of the lamp that the route uses, and on the batch's own map. */
function dimmed(request: BatchRequest, share: number): BatchRequest {
  const lamp = lampOf(request);
  const weaker = { ...lamp, mWPerCm2: share * lamp.mWPerCm2 };
  const { bench, light } = request;
  return {
    ...request,
    bench: { ...bench, lamps: { ...bench.lamps, [lampStation(request)]: weaker } },
    light: light && {
      ...light,
      poses: light.poses.map(({ up, coldMWPerCm2, hotMWPerCm2 }) => ({
        up,
        coldMWPerCm2: share * coldMWPerCm2,
        hotMWPerCm2: share * hotMWPerCm2,
      })),
    },
  };
}
