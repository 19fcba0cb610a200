import type { RawReading, ReadingKind } from '@north-step/core/reading';

export type Field = { readonly name: string; readonly label: string; readonly unit: string; readonly start?: string };
/** A guided reading: what to do, in order, and what to write down. */
export type Task = Guidance & { readonly kind: ReadingKind };
type Guidance = {
  readonly name: string;
  readonly minutes: string;
  readonly steps: readonly string[];
  readonly fields: readonly Field[];
  readonly caution: string;
  /** how the load follows from it */
  readonly arithmetic: string;
  /** what the bench scale weighs for it, and in which field the weight goes */
  readonly scale?: { readonly field: string; readonly empty: 'flask' | 'dish'; readonly amountField: string };
};

const TEMP: Field = { name: 'tempC', label: 'Temperature of the sample', unit: '°C', start: '21.5' };
const STIR = 'Stir the bath, wait a minute, and take the sample from the middle.';

/** Of every kind, the handiest first. */
const GUIDANCE: Readonly<Record<ReadingKind, Guidance>> = {
  flask: {
    name: 'Weighed flask',
    minutes: '2 min',
    steps: [
      STIR,
      'Put the empty, dry flask on the scale and tare it.',
      'Fill the flask to its mark; no bubbles, outside dry.',
      'Weigh it when the display is calm, then pour the sample back.',
    ],
    fields: [
      { name: 'flaskMl', label: 'Flask, to its mark', unit: 'mL', start: '100' },
      { name: 'netG', label: 'Weight of the liquid', unit: 'g' },
      TEMP,
    ],
    caution: 'Gloves and eye cover; lid off the bath for as short as possible.',
    arithmetic:
      'Weight over volume is the density at this temperature. What it has above the plain solvent is resin: 1/ρ = (1 − C)/ρ(solvent) + C/ρ(resin). The strength of the solvent is taken as estimated.',
    scale: { field: 'netG', empty: 'flask', amountField: 'flaskMl' },
  },
  residue: {
    name: 'Dry residue',
    minutes: '2 min, and 10 min drying',
    steps: [
      STIR,
      'Put the empty dish on the scale and tare it.',
      'Measure the sample into it; let it dry outdoors or under extraction, away from heaters and sparks.',
      'Harden what stays under the small lamp, then weigh the dish.',
    ],
    fields: [
      { name: 'sampleMl', label: 'Sample', unit: 'mL', start: '10' },
      { name: 'residueG', label: 'Weight of the dry residue', unit: 'g' },
    ],
    caution: 'The vapour of even 10 mL burns. The residue is uncured resin until it was in the light.',
    arithmetic: 'Load is the residue over the weight of the sample: C = m / (V · ρ).',
    scale: { field: 'residueG', empty: 'dish', amountField: 'sampleMl' },
  },
  density: {
    name: 'Density',
    minutes: '1 min',
    steps: [
      STIR,
      'Dip the density meter, no bubbles; or lower a hydrometer gently into a tall jar until it floats free.',
      'Wait until it is calm; a hydrometer is read at the level of the liquid, not at its rim.',
    ],
    fields: [{ name: 'densityGPerMl', label: 'Reading', unit: 'g/mL' }, TEMP],
    caution: 'Resin and water both make a bath heavier: alone it is a coarse reading.',
    arithmetic:
      'What the density has above that of the plain solvent at this temperature is resin: 1/ρ = (1 − C)/ρ(solvent) + C/ρ(resin).',
  },
  index: {
    name: 'Refractive index',
    minutes: '1 min',
    steps: ['Check the prism with water: 1.3330 at 20 °C.', STIR, 'Two drops on the prism, lid down, read the line.'],
    fields: [{ name: 'index', label: 'Reading', unit: 'nD' }, TEMP],
    caution: 'Wipe the prism with fresh solvent at once: resin hardens in daylight.',
    arithmetic:
      'Index adds up by volume (Gladstone–Dale): what lies above the solvent’s own is resin, turned into weight.',
  },
  clarity: {
    name: 'Clarity card',
    minutes: '2 min',
    steps: [
      'Print the card once, or hold up a tablet that shows it.',
      STIR,
      'Fill a plain glass jar and stand it before the right half of the card.',
      'Photograph the whole card in even light, without flash.',
    ],
    fields: [{ name: 'pathMm', label: 'Liquid in the jar, front to back', unit: 'mm', start: '30' }],
    caution: 'How much a resin dims depends on its colour: the first dry residue calibrates this card.',
    arithmetic: 'Contrast falls as e^(−κ·C·path): Beer–Lambert. κ is a guess until a dry residue calibrates it.',
  },
  level: {
    name: 'Level',
    minutes: '1 min',
    steps: ['Let the bath come to rest.', 'Read the mark at the surface.'],
    fields: [{ name: 'volumeMl', label: 'Found in the bath', unit: 'mL' }],
    caution: 'A level says how much evaporated, not how loaded the bath is.',
    arithmetic: '',
  },
  look: {
    name: 'A look',
    minutes: 'at once',
    steps: ['Look straight down through the bath at the basket.'],
    fields: [],
    caution: 'A look is a weak, late sign. It is still evidence.',
    arithmetic: 'A clear basket speaks for about 2 %, haze for 6 %, a hidden basket for 14 %; each is vague.',
  },
};
export const TASKS: readonly Task[] = (Object.keys(GUIDANCE) as ReadingKind[]).map((kind) => ({
  kind,
  ...GUIDANCE[kind],
}));
export const taskOf = (kind: string | null): Task => TASKS.find((task) => task.kind === kind) ?? TASKS[0]!;

/** What was typed as a raw reading; undefined while something is missing. Decimal commas are fine. */
export function rawOf(
  task: Task,
  typed: Readonly<Record<string, string>>,
  more: Partial<Record<string, number | string>> = {},
): RawReading | undefined {
  const numbers = task.fields.map(
    (field) =>
      [field.name, Number((typed[field.name] ?? field.start ?? '').trim().replace(',', '.') || Number.NaN)] as const,
  );
  if (numbers.some(([, value]) => !Number.isFinite(value))) return undefined;
  if (task.kind === 'look' && more.seen === undefined) return undefined;
  if (task.kind === 'clarity' && more.whiteSeen === undefined) return undefined;
  return { kind: task.kind, ...Object.fromEntries(numbers), ...more } as RawReading;
}
