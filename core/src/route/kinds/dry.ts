import { cautions, type StepKindShape } from './shape.ts';

/** What washed the parts leaves them. */
export const dry = {
  types: {
    rest: {
      title: 'Rest until dry',
      hint: 'Blow channels out over the bath, then rest, out of daylight. No heaters near solvent vapour.',
      mode: 'timed',
      group: 'dry',
      place: 2,
      where: 'drying-rack',
      elsewhere: ['lamp'],
      say: ['Blow off {}, set it on the dry rack', 'Check {} is dry'],
    },
    preheat: {
      title: 'Warm box',
      hint: 'Blown off first, away from the baths; about 40 °C, it dries and goes into the light warm.',
      mode: 'timed',
      group: 'dry',
      place: 5,
      where: 'oven',
      elsewhere: ['lamp', 'drying-rack'],
      seconds: 1200,
      air: 'warm',
      cautions: ['resin', 'solvent', 'heat'],
      say: ['Set {} in the warm box', 'Take {} out of the warm box'],
    },
  },
  dries: true,
  heats: ({ air }) => air === 'warm',
  needsPower: ({ air }) => air !== undefined && air !== 'still',
  gear: 'wet',
  cautions: cautions('resin', 'solvent'),
  why: 'dry',
  sets: ['seconds', 'air'],
  books: 'dry',
  starts: 'Blow off {}, set it on the {station}',
  ends: 'Check {} is dry',
  short: '·',
} as const satisfies StepKindShape;
