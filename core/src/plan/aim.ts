import {
  type CureSetting,
  type CureWindow,
  cureDoses,
  type Doses,
  decideFirstLight,
  edgesOf,
  type FirstLight,
  type LightCosts,
  passChance,
  STRONG_BY,
  type Timer,
  translate,
  type WindowRange,
} from '../cure/index.ts';
import { given } from '../given/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { type Dose, procedureTimes } from '../route/index.ts';

/** What the first light is to reach: by a procedure, by a school of the shop, or strong where the resin is used for that. */
export type LightAim = 'procedure' | Exclude<Dose, 'look'>;

/** The aim of a route for a resin: a route that names none is touch-dry, or strong for tough and high-temperature resins. */
export const aimOf = (card: ResinCard, dose: Dose): LightAim =>
  card.procedure ? 'procedure' : dose !== 'look' ? dose : STRONG_BY[card.family] === undefined ? 'touch-dry' : 'strong';

/** Data sheets say their minutes for a lamp like this, where they say nothing else. An engineering guess. */
export const CARD_LAMP = { mWPerCm2: 10, tempC: 25 } as const;
/** "It cannot hurt": three times as long as it needs. */
const LONG_FACTOR = 3;

type Asked = {
  readonly card: ResinCard;
  readonly aim: LightAim;
  readonly setting: CureSetting;
  readonly window: CureWindow;
  readonly range: WindowRange | undefined;
  readonly timer: Timer;
  readonly costs?: LightCosts | undefined;
  /** what half of the surface gets at least: a card speaks of a usual face, not of the darkest corner */
  readonly usualMWPerCm2: number;
};
export type AimedLight = { readonly doses: Doses; readonly passes: number };

/** First light and increments by an aim, and how likely its first look is to pass. @returns nothing when no plan fits */
export function aimLight({
  card,
  aim,
  setting,
  window,
  range,
  timer,
  costs,
  usualMWPerCm2,
}: Asked): AimedLight | undefined {
  const edges = edgesOf(window, range);
  if (card.procedure) {
    const cureS = procedureTimes(card).lightS;
    return { doses: { firstS: cureS, addS: cureS, lastS: cureS }, passes: edges ? passChance(edges, cureS) : 0 };
  }
  const decided = edges && decideFirstLight(edges, timer, costs);
  if (!edges || !decided) return undefined;
  const { addS, lastS } = decided;
  const wantedS = aimedS({ card, aim, setting, window, timer, usualMWPerCm2 }, decided);
  const firstS = Number.isFinite(lastS) ? Math.min(wantedS, lastS) : wantedS;
  return { doses: { firstS, addS, lastS }, passes: passChance(edges, firstS) };
}

function aimedS(
  { card, aim, setting, window, timer, usualMWPerCm2 }: Omit<Asked, 'range'>,
  decided: FirstLight,
): number {
  switch (aim) {
    case 'procedure':
    case 'touch-dry':
      return decided.firstS;
    case 'low':
      return cureDoses(window, timer)?.firstS ?? decided.firstS;
    case 'card':
      return card.cardCureS ?? decided.firstS;
    case 'strong':
      return Math.max(
        decided.firstS,
        upTo(strongS(card, { ...setting, coldMWPerCm2: usualMWPerCm2 }, window) ?? 0, timer),
      );
    case 'long':
      return LONG_FACTOR * (window.handleS ?? decided.firstS);
  }
}

const upTo = (seconds: number, { stepS = 1 }: Timer): number => Math.ceil(seconds / stepS - 0.05) * stepS;

/**
 * Light after which a part is strong: the card's minutes, or those of its family, as this lamp gives them; else nine tenths of
 * the rise that can be reached here.
 * @param setting at the light of a usual face
 * @returns s; nothing where tint or brittleness comes first
 */
function strongS(card: ResinCard, setting: CureSetting, window: CureWindow): number | undefined {
  const minutes = card.cardCureS === undefined ? STRONG_BY[card.family]?.minutes : card.cardCureS / 60;
  return minutes === undefined ? window.fullS : minutesHereS(card, setting, minutes);
}

/** Minutes that a data sheet gives under its own lamp, as the light of this one gives them. @returns s */
export function minutesHereS(card: ResinCard, setting: CureSetting, minutes: number): number {
  const here = { mWPerCm2: setting.coldMWPerCm2, medium: setting.medium, lampHeatsK: setting.lampHeatsK };
  const roomC = setting.tempC ?? CARD_LAMP.tempC;
  const sheet = { minutes, ...CARD_LAMP, ...given(card.cardLight ?? {}), medium: card.cureMedium };
  const same = translate(setting.constants, sheet, { ...here, roomC }, setting.wallMm);
  return 60 * (same.minutes ?? same.lampMinutes ?? minutes);
}
