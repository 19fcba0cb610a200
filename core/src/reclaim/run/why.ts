import { DEFAULT_PASS, hardenFilterPasses, type PassConstants } from '../hardenFilter.ts';
import { runKind } from './kinds/index.ts';
import { FILTER_HOLDS_G } from './next.ts';
import type { PassDone } from './types.ts';

/** What went wrong in a pass, as far as it was noted. */
export const PASS_FAULTS = [
  'clogged papers',
  'drawn off with a crust',
  'stood too short',
  'lost on the way',
  'little hardened',
] as const;
export type PassFault = (typeof PASS_FAULTS)[number];
export type PassVerdict = {
  /** of what was put in, by the model */
  readonly expectedYield: number;
  readonly expectedPctW: number;
  readonly poorYield: boolean;
  readonly poorClean: boolean;
  readonly faults: readonly PassFault[];
};

/** Further off than this is no chance. Engineering guesses. */
const YIELD_OFF = 0.05;
const LOAD_OFF_SHARE = 1.35;

/** A pass against what could be expected of it, and what explains the difference. @param constants as they were believed */
export function passVerdict(pass: PassDone, constants: PassConstants = DEFAULT_PASS): PassVerdict {
  const expected = hardenFilterPasses(Math.max(1, pass.beforeG), pass.beforePctW, { passes: 1, constants }).passes[0]!;
  const poorYield = pass.backWasMeasured && pass.backG / pass.beforeG < expected.yield - YIELD_OFF;
  const poorClean = pass.loadWasRead && pass.afterPctW > LOAD_OFF_SHARE * expected.loadPctW;
  const noted: PassFault[] = [];
  if (poorYield && pass.filterHeldG > FILTER_HOLDS_G) noted.push('clogged papers');
  if ((poorYield || poorClean) && pass.seen === 'crust') noted.push('drawn off with a crust');
  if (poorClean && pass.stoodS < 0.9 * runKind('harden-filter').waitsS.stand!) noted.push('stood too short');
  if (noted.length === 0 && poorYield) noted.push('lost on the way');
  if (noted.length === 0 && poorClean) noted.push('little hardened');
  return { expectedYield: expected.yield, expectedPctW: expected.loadPctW, poorYield, poorClean, faults: noted };
}
