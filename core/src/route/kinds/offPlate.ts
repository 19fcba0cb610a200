import { cautions, type StepKindShape } from './shape.ts';

/** The parts leave the plate they were printed on. */
export const offPlate = {
  types: {
    'off-plate': {
      title: 'Take off the plate',
      hint: 'Scraper flat, never lever soft parts; catch flying pieces; clean the plate and put it back.',
      mode: 'moment',
      group: 'drip and plate',
      place: 4,
      where: 'drip-rack',
      say: ['Take {} off the plate', 'Take {} off the plate'],
    },
  },
  gear: 'wet',
  cautions: cautions('resin'),
  handsS: 120,
  why: 'film',
  sets: [],
  ends: 'Take {} off the plate',
  short: 'off',
} as const satisfies StepKindShape;
