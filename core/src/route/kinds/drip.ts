import { cautions, type StepKindShape } from './shape.ts';

/** Resin runs off the plate by itself. */
export const drip = {
  types: {
    drip: {
      title: 'Drip',
      hint: 'Tilt the plate; turn it once.',
      mode: 'timed',
      group: 'drip and plate',
      place: 1,
      where: 'drip-rack',
      say: ['Hang {} to drip', '{} has dripped'],
    },
  },
  gear: 'wet',
  cautions: cautions('resin'),
  why: 'film',
  sets: [],
  starts: 'Hang {} on the {station}',
  ends: '{} has dripped',
  short: '·',
} as const satisfies StepKindShape;
