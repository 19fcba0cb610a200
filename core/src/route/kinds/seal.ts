import { cautions, type StepKindShape } from './shape.ts';

/** The record is closed. */
export const seal = {
  types: {
    seal: {
      title: 'Seal the record',
      hint: 'Label the parts.',
      mode: 'moment',
      group: 'finish',
      place: 11,
      where: 'light',
      say: ['Seal the record of {}', 'Seal the record of {}'],
    },
  },
  gear: 'light',
  cautions: cautions(),
  handsS: 60,
  why: 'cure',
  sets: [],
  books: 'record',
  ends: 'Seal the record of {}',
  short: 'seal',
} as const satisfies StepKindShape;
