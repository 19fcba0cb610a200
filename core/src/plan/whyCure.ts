import { targetDepthMm } from '../cure/index.ts';
import { chanceText, clockText, plainNumber } from '../units/index.ts';
import type { LightAim } from './aim.ts';
import { cureSetting, lampOf, lampStation } from './cureSetting.ts';
import type { BatchPlan } from './planBatch.ts';
import type { BatchRequest } from './request.ts';
import { type Change, movers, signedClock, WARMER, type Why } from './whyParts.ts';

/** Why the light is as long as it is. */
export function explainCure(request: BatchRequest, plan: BatchPlan): Why {
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
