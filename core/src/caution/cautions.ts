import type { BatchState, Step } from '../batch/index.ts';
import { CAUTION_IDS, type CautionId, isLookAfter, kindShape, typeOfStep } from '../route/index.ts';

export { CAUTION_IDS, type CautionId };

/** What can hurt someone at a step, and what is worn against it. */
export type Caution = {
  readonly id: CautionId;
  readonly title: string;
  readonly gear: readonly string[];
  readonly text: string;
};

export const CAUTIONS: Readonly<Record<CautionId, Caution>> = {
  resin: {
    id: 'resin',
    title: 'Uncured resin',
    gear: ['nitrile gloves, single use', 'eye cover', 'extraction on'],
    text: 'Skin contact sensitises: a rash may come with the hundredth touch and stay for life. Clean hand for lids and screens; gloves off inside out before anything clean. No daylight on parts that wait.',
  },
  solvent: {
    id: 'solvent',
    title: 'Solvent',
    gear: ['gloves that stand the solvent', 'eye cover', 'extraction on', 'lids on'],
    text: 'Its vapour burns, is heavier than air, and static or a heater can light it. No sparks: no switches and no fan with a brushed motor near it, no warm air and no daylight over open baths.',
  },
  mist: {
    id: 'mist',
    title: 'Mist and splashes',
    gear: ['gloves that stand the solvent', 'eye cover', 'mask against solvent mist', 'extraction on'],
    text: 'Blown, sprayed, squirted or shaken, solvent and resin hang in the air and reach further than the bath: over it, away from faces, nobody opposite. Mist lights more easily than a pool.',
  },
  clippings: {
    id: 'clippings',
    title: 'Clippings fly',
    gear: ['eye cover', 'gloves while it is uncured'],
    text: 'Hold the piece between clipper and face; cover the cut with a finger of the other hand. Dust of uncured resin is wiped, never blown.',
  },
  light: {
    id: 'light',
    title: 'Ultraviolet light',
    gear: ['UV glasses', 'door closed'],
    text: 'It harms eyes before it is felt. Never look into the lamp, and never bridge its door switch.',
  },
  heat: {
    id: 'heat',
    title: 'Heat',
    gear: ['heat gloves', 'only dry parts', 'extinguisher within reach'],
    text: 'Parts wet with solvent never go near it: the vapour can light. A jar that warms has its lid loose. Let them cool before they are handled or lit again.',
  },
  dust: {
    id: 'dust',
    title: 'Dust',
    gear: ['mask for fine dust', 'eye cover', 'wet where it can be'],
    text: 'Even cured resin and its fillers make dust that belongs in no lung. Wet sanding, and the slurry is waste. Cured parts have tools of their own: those of the wet side carry resin.',
  },
  glue: {
    id: 'glue',
    title: 'Quick glue',
    gear: ['eye cover', 'extraction on'],
    text: 'Cyanoacrylate bonds skin in seconds and its vapour stings. Bonded skin is soaked and peeled, never torn.',
  },
};

/** What happened, what to do at once. The data sheet and local practice come first. */
export type FirstCard = { readonly title: string; readonly steps: readonly string[] };
export const FIRST_CARDS: Readonly<Record<'ready' | 'spill' | 'skin' | 'eyes' | 'fire', FirstCard>> = {
  ready: {
    title: 'Before work begins',
    steps: [
      'A tray with a rim under printer and baths: it holds what the largest of them holds.',
      'Lids on what is not used; no daylight on baths and on parts that wait.',
      'Extraction on; fans that make no sparks, blowing away from people.',
      'Extinguisher and blanket within reach before anything is warmed.',
      'Two sets of tools: one for the wet side, one for cured parts.',
      'Gloves, eye cover, mask, soap and water: there before they are needed.',
    ],
  },
  spill: {
    title: 'Something spilled',
    steps: [
      'Heat and sparks off, extraction on, others out of it.',
      'Gloves. Dam it with absorbent, from the edge inwards.',
      'Solvent-soaked absorbent into a closed metal tin; resin-soaked wipes are cured in light before they are binned.',
      'Nothing goes down a drain.',
      'Write the litres down as spilled, so that the book still balances.',
    ],
  },
  skin: {
    title: 'Resin or solvent on skin',
    steps: [
      'Gloves off, without touching their outsides.',
      'Soap and plenty of water for resin; never solvent: it carries resin in.',
      'No sunlight on it until it is clean.',
      'A rash or blister later: stop working with it and see a doctor, data sheet in hand.',
    ],
  },
  eyes: {
    title: 'In an eye',
    steps: [
      'Rinse with clean water at once, lids held open, for a quarter of an hour.',
      'Contact lenses out if that is easy.',
      'Then a doctor, data sheet in hand. After light without glasses too: pain comes hours later.',
    ],
  },
  fire: {
    title: 'Vapour or solvent burns',
    steps: [
      'Call out, everyone away. Lids on and power off only on the way out.',
      'A small fire in a bath: its lid. Else the extinguisher, from the door side.',
      'Out, door shut, fire brigade.',
    ],
  },
};

/** What is worn at a step: by what it does, and by whether the parts are still uncured there. */
export function cautionsOf(step: Pick<Step, 'kind' | 'type'>, uncured = false): readonly CautionId[] {
  const entry = typeOfStep(step);
  const own = entry?.cautions ?? kindShape(step.kind).cautions({ where: entry?.where });
  // work for hands on parts that no light has made safe
  return uncured && step.kind === 'do' && !own.includes('resin') ? ['resin', ...own] : own;
}
/** Whether no look after light has found the parts good yet. */
export const isUncured = ({ steps }: Pick<BatchState, 'steps'>): boolean =>
  !steps.some((step) => isLookAfter(step) && step.outcome === 'good');
