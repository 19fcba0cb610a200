import { cautions, type StepKindShape } from './shape.ts';

/** Warm water softens supports so that they peel. */
export const warmDip = {
  types: {
    'warm-dip': {
      title: 'Warm dip',
      hint: 'Tongs; hold thin features upright; peel at once, before it cools.',
      mode: 'timed',
      group: 'supports',
      place: 1,
      where: 'warm-dip',
      say: ['Dip {} in warm water', 'Lift {} out and peel its supports'],
    },
  },
  soaks: true,
  mayBeLeftOut: true,
  inside: true,
  gear: 'wet',
  cautions: cautions('heat', 'resin'),
  why: 'cure',
  sets: ['seconds', 'tempC'],
  short: '·',
} as const satisfies StepKindShape;
