import { cautions, type StepKindShape } from './shape.ts';

/** The parts leave uncured, for somebody else to trim and light. */
export const handOver = {
  types: {
    'hand-over': {
      title: 'Hand over uncured',
      hint: 'Sealed from light; its sheet (P) goes with it: how to trim, in what light, for how long.',
      mode: 'moment',
      group: 'finish',
      place: 10,
      where: 'mat',
      say: ['Pack {} green, sealed from light', 'Pack {} green, sealed from light'],
    },
  },
  gear: 'wet',
  cautions: cautions('resin'),
  why: 'cure',
  sets: [],
  short: 'pack',
} as const satisfies StepKindShape;
