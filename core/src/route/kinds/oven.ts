import { cautions, type StepKindShape } from './shape.ts';

/** Heat after light, without any. */
export const oven = {
  types: {
    oven: {
      title: 'Oven',
      hint: 'Dry parts only; raise and fall slowly, long parts held flat.',
      mode: 'timed',
      group: 'cure',
      place: 4,
      where: 'oven',
      seconds: 1800,
      say: ['Put {} in the oven', 'Take {} out of the oven'],
    },
  },
  heats: () => true,
  needsPower: () => true,
  mayBeLeftOut: true,
  inside: true,
  gear: 'wet',
  cautions: cautions('heat'),
  why: 'cure',
  sets: ['seconds', 'tempC'],
  short: '·',
} as const satisfies StepKindShape;
