import { cautions, type StepKindShape } from './shape.ts';

/** Somebody who did not do the last look says that the parts are as they must be. */
export const accept = {
  types: {
    accept: {
      title: 'Second person accepts',
      hint: 'Somebody else than who looked: the parts against the procedure, the label against the record.',
      mode: 'moment',
      group: 'finish',
      place: 13,
      where: 'light',
      say: ['Have a second person accept {}', 'Have a second person accept {}'],
    },
  },
  gear: 'light',
  cautions: cautions(),
  handsS: 90,
  why: 'cure',
  sets: [],
  secondPerson: true,
  short: 'accept',
} as const satisfies StepKindShape;
