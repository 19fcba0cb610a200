import type { BenchNow } from '../bench/index.ts';
import { type CureWindow, cureWindow } from '../cure/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { TWO_BATHS } from '../route/index.ts';
import { cureSetting } from './cureSetting.ts';

/** The window of a resin at a light source of the shop, as coupons and looks have taught it, on even light over a plain wall. */
export function wallWindow(card: ResinCard, bench: BenchNow, station: string, wallMm: number): CureWindow {
  const steps = TWO_BATHS.steps.map((step) => (step.type === 'cure' ? { ...step, station } : step));
  const part = { name: 'a wall', areaMm2: 1000, heightMm: 30, wallMm };
  const route = { ...TWO_BATHS, steps };
  return cureWindow(cureSetting({ card, part, count: 1, dripS: 300, plateAreaMm2: 0, bench, route }));
}
