import type { BenchNow } from '../bench/index.ts';
import { type CureSetting, type CureWindow, cureWindow } from '../cure/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { TWO_BATHS } from '../route/index.ts';
import { minutesHereS } from './aim.ts';
import { cureSetting } from './cureSetting.ts';

/** The wall on which resins are compared where no part is at hand. */
export const PLAIN_WALL_MM = 3;

/** The light minutes of a resin’s data sheet as a light source of the shop gives them. @returns s; nothing where the sheet gives none */
export function sheetLightHereS(card: ResinCard, bench: BenchNow, station: string): number | undefined {
  if (card.cardCureS === undefined) return undefined;
  return minutesHereS(card, wallSetting(card, bench, station), card.cardCureS / 60);
}

/** The window of a resin at a light source of the shop, as coupons and looks have taught it, on even light over a plain wall. */
export const wallWindow = (card: ResinCard, bench: BenchNow, station: string, wallMm = PLAIN_WALL_MM): CureWindow =>
  cureWindow(wallSetting(card, bench, station, wallMm));

function wallSetting(card: ResinCard, bench: BenchNow, station: string, wallMm = PLAIN_WALL_MM): CureSetting {
  const steps = TWO_BATHS.steps.map((step) => (step.type === 'cure' ? { ...step, station } : step));
  const part = { name: 'a wall', areaMm2: 1000, heightMm: 30, wallMm };
  const route = { ...TWO_BATHS, steps };
  return cureSetting({ card, part, count: 1, dripS: 300, plateAreaMm2: 0, bench, route });
}
