import type { Vessel } from '@north-step/contract';
import type { OptionKind, PassFault, RunKind, RunLook, RunStep, RunStepKind } from '@north-step/core/reclaim';
import type { FlowRow } from '@north-step/core/solvent';
import { litresText, longTimeText, plainNumber } from '@north-step/core/units';

export const OPTION_WORDS: Readonly<
  Record<OptionKind, { readonly name: string; readonly doing: string; readonly caution: string }>
> = {
  'harden-filter': {
    name: 'Harden and filter',
    doing: 'Harden and filter',
    caution: 'Days in light, lid on, away from flames; sludge hardened and handed over.',
  },
  distil: {
    name: 'Distil',
    doing: 'Distil',
    caution: 'Outdoors, cold condenser, extinguisher at hand, never left, never to dryness; often needs a permit.',
  },
  evaporate: {
    name: 'Evaporate and bin',
    doing: 'Let dry',
    caution: 'All of it goes to the air; in many places forbidden. Outdoors only, away from flames.',
  },
  pan: {
    name: 'Water pan',
    doing: 'Let dry',
    caution: 'Outdoors, sheltered, out of reach of animals and children. Never to a drain.',
  },
  'buy new': {
    name: 'Hand over and buy new',
    doing: 'Hand over',
    caution: 'To a licensed carrier, in its own closed drum with a label.',
  },
};
export const RUN_WORDS: Readonly<Record<RunKind, string>> = {
  'harden-filter': 'harden and filter',
  distil: 'distil',
  evaporate: 'evaporate and bin',
  pan: 'water pan',
};
export const STEP_WORDS: Readonly<Record<RunStepKind, string>> = {
  pour: 'Pour',
  stand: 'Stand in light',
  look: 'Look',
  filter: 'Filter',
  fill: 'Into the bottle',
  heat: 'Heat',
  cool: 'Cool',
  collect: 'Measure',
  dry: 'Dry outdoors',
  bin: 'Scrape and bin',
};
export const stepName = ({ kind, pass = 1 }: RunStep): string => `${STEP_WORDS[kind]}${pass > 1 ? ` ${pass}` : ''}`;

export const LOOK_WORDS: Readonly<Record<RunLook, { readonly text: string; readonly next: string }>> = {
  clear: { text: 'clear above, skin or jelly below', next: 'draw it off' },
  milky: { text: 'still milky', next: 'a day more in the light' },
  crust: { text: 'a crust on top', next: 'lift it off first, then draw off from below' },
  dry: { text: 'dry to the bottom', next: 'scrape it out' },
  wet: { text: 'wet under its skin', next: 'a day more' },
  frozen: { text: 'frozen', next: 'it waits for a thaw' },
};
export const FAULT_WORDS: Readonly<Record<PassFault, string>> = {
  'clogged papers':
    'The papers held more than they can when it began: what did not run through was lost with them. Change them before they are full.',
  'drawn off with a crust':
    'It was drawn off under a crust: resin that floats comes along and clogs. Lift the crust off first.',
  'stood too short': 'It stood in the light for less than planned: resin that has not dropped stays in the liquid.',
  'lost on the way':
    'More is missing than sludge and papers hold, and nothing was noted that explains it: a spill, a lid, or a wrong measure.',
  'little hardened': 'It stood long enough and stayed loaded: weak light, a dark jar or a resin that hardens badly.',
};

export const daysText = (days: number): string =>
  !Number.isFinite(days) ? 'never' : days * 24 < 1 ? 'at once' : longTimeText(days * 86_400);
export const money = (amount: number, currency = ''): string =>
  `${amount < 0 ? '−' : ''}${Math.abs(amount).toFixed(2)}${currency ? ` ${currency}` : ''}`;
export const kgText = (grams: number): string =>
  Math.abs(grams) >= 1000 ? `${plainNumber(grams / 1000, 3)} kg` : `${plainNumber(grams, 3)} g`;
export const holds = (vessel: Vessel): string =>
  vessel.volumeMl < 1 ? `${vessel.name} (empty)` : `${vessel.name} (${litresText(vessel.volumeMl)})`;

export const ROW_WORDS: Readonly<Record<FlowRow, string>> = {
  bought: 'bought',
  'washed off parts': 'resin washed off parts',
  'rained in': 'rained in',
  'evaporated standing': 'evaporated standing',
  'evaporated washing and drying': 'evaporated washing and drying',
  'evaporated reclaiming': 'evaporated reclaiming',
  'on wet parts': 'on wet parts now',
  'left on parts': 'left on dry parts',
  sludge: 'sludge',
  disposed: 'disposed',
  spilled: 'spilled',
  unaccounted: 'unaccounted',
};
