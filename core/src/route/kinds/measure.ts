import { cautions, type StepKindShape } from './shape.ts';

/** Sizes are taken with a caliper; they are kept with the part. */
export const measure = {
  types: {
    measure: {
      title: 'Measure',
      hint: 'Caliper clean and at zero; cured faces only, the same spots on each piece.',
      mode: 'hands',
      group: 'finish',
      place: 12,
      where: 'mat',
      say: ['Measure {} with the caliper', 'Type what the caliper shows for {}'],
    },
  },
  mayBeLeftOut: true,
  gear: 'light',
  cautions: cautions(),
  handsS: 120,
  why: 'cure',
  sets: [],
  asksSizes: true,
  short: 'sizes',
} as const satisfies StepKindShape;
