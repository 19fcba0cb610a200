import { clockText, plainNumber, upperFirst } from '../units/index.ts';
import { advisedChange, type CureAlternative, cureAlternatives, needsHeat } from './alternatives.ts';
import { conversionCeiling } from './kinetics.ts';
import { OPEN_RATIO, windowRatio } from './plan.ts';
import type { CureSetting, CureWindow } from './window.ts';

const HOTTEST_C = 150;

export type Closed = { readonly why: string; readonly opens: string };

/**
 * Why a window is closed or too narrow to look in, and what opens it: never a change that the list itself shows to be closed.
 * @param alternatives the list that is shown beside it; default: computed
 * @returns undefined when it is wide enough
 */
export function whyClosed(
  setting: CureSetting,
  window: CureWindow,
  alternatives?: readonly CureAlternative[],
): Closed | undefined {
  if (windowRatio(window) >= OPEN_RATIO) return undefined;
  return {
    why: whyOf(setting, window),
    opens: heatNeeded(setting, window) ?? opensWords(window, alternatives ?? cureAlternatives(setting)),
  };
}

function whyOf(setting: CureSetting, window: CureWindow): string {
  if (window.handleS !== undefined)
    return windowRatio(window) < 1
      ? `The hottest faces ${window.maxBy === 'tint' ? 'tint' : 'turn brittle'} after ${clockText(window.maxS!)}, before the coldest are cured at ${clockText(window.handleS)}.`
      : `Between ${clockText(window.handleS)} and ${clockText(window.maxS!)} there is little room for a look.`;
  if (heatNeeded(setting, window))
    return `At ${plainNumber(setting.tempC ?? 25)} °C the resin stiffens and stops before it is tack-free.`;
  return setting.medium === 'air'
    ? 'Oxygen keeps the coldest faces tacky for more than six hours.'
    : 'The coldest faces get too little light to cure in six hours.';
}

/** The ceiling of a cold chamber is below what the resin needs. */
function heatNeeded({ constants: c, tempC: roomC = 25 }: CureSetting, window: CureWindow): string | undefined {
  if (window.handleS !== undefined) return undefined;
  const goal = Math.max(c.tack, c.deep);
  const neededC = Array.from({ length: HOTTEST_C }, (_, tempC) => tempC).find((t) => conversionCeiling(c, t) > goal);
  return neededC !== undefined && neededC > roomC
    ? `A chamber of ${neededC} °C or more, or an oven after the light.`
    : undefined;
}

function opensWords(window: CureWindow, alternatives: readonly CureAlternative[]): string {
  const best =
    advisedChange(window, alternatives) ??
    alternatives
      .filter((one) => needsHeat(one) && windowRatio(one) > Math.max(1, windowRatio(window)))
      .toSorted((a, b) => windowRatio(b) - windowRatio(a))[0];
  if (best)
    return `${upperFirst(best.change)}: good from ${clockText(best.handleS!)} ${best.maxS === undefined ? 'on, with no end found' : `to ${clockText(best.maxS)}`}.`;
  return windowRatio(window) < 1
    ? 'No change tried here opens it: bring more even light to it (spread the parts, another lamp, a light inside), or light it in short steps and look at each.'
    : 'No change tried here widens it: keep to the first run, and look.';
}
