import { clockText, plainNumber } from '../units/index.ts';
import { conversionCeiling } from './kinetics.ts';
import { windowRatio } from './plan.ts';
import type { CureSetting, CureWindow } from './window.ts';

/** A window narrower than this leaves no room for a look. */
export const OPEN_RATIO = 1.5;
const HOTTEST_C = 150;

export type Closed = { readonly why: string; readonly opens: string };

/**
 * Why a window is closed or too narrow to look in, and what opens it.
 * @returns undefined when it is wide enough
 */
export function whyClosed(setting: CureSetting, window: CureWindow): Closed | undefined {
  const { constants: c } = setting;
  if (window.handleS === undefined) {
    const goal = Math.max(c.tack, c.deep);
    const neededC = Array.from({ length: HOTTEST_C }, (_, tempC) => tempC).find((t) => conversionCeiling(c, t) > goal);
    const roomC = setting.tempC ?? 25;
    if (neededC !== undefined && neededC > roomC)
      return {
        why: `At ${plainNumber(roomC)} °C the resin stiffens and stops before it is tack-free.`,
        opens: `A chamber of ${neededC} °C or more, or an oven after the light.`,
      };
    if (setting.medium === 'air')
      return {
        why: 'Oxygen keeps the coldest faces tacky for more than six hours.',
        opens: 'Cure under water or glycerine, or bring more light to the coldest faces.',
      };
    return {
      why: 'The coldest faces get too little light to cure in six hours.',
      opens: 'Turn the parts over, spread them, or put a light inside.',
    };
  }
  if (windowRatio(window) < 1)
    return {
      why: `The hottest faces ${window.maxBy === 'tint' ? 'tint' : 'turn brittle'} after ${clockText(window.maxS!)}, before the coldest are cured at ${clockText(window.handleS)}.`,
      opens: 'More even light: turn over half-way, spread the parts, or cure under water.',
    };
  if (windowRatio(window) < OPEN_RATIO)
    return {
      why: `Between ${clockText(window.handleS)} and ${clockText(window.maxS!)} there is little room for a look.`,
      opens: 'Turn over half-way or cure under water; else keep to the first run and look.',
    };
  return undefined;
}
