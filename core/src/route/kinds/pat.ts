import { cautions, type StepKindShape } from './shape.ts';

/** A wipe takes up what clings: little is left to dry. */
export const pat = {
  types: {
    'pat-dry': {
      title: 'Pat dry',
      hint: 'Lint-free wipe, dabbed and not rubbed; cure the wipe before it is binned.',
      mode: 'moment',
      group: 'dry',
      place: 3,
      where: 'drying-rack',
      say: ['Pat {} dry', 'Pat {} dry'],
    },
  },
  mayBeLeftOut: true,
  gear: 'wet',
  cautions: cautions('resin', 'solvent'),
  handsS: 90,
  why: 'dry',
  sets: [],
  books: 'dry',
  short: 'hand',
} as const satisfies StepKindShape;
