import { cautions, type StepKindShape } from './shape.ts';

/** Light hardens what the printer left soft. */
export const cure = {
  types: {
    cure: {
      title: 'Cure',
      hint: 'Turntable on. First run on the low side: light can be added, never taken back.',
      mode: 'timed',
      group: 'cure',
      place: 1,
      where: 'lamp',
      elsewhere: ['cycling-lamp', 'sun'],
      say: ['Put {} in the light', 'Take {} out of the light'],
    },
  },
  lights: true,
  needsPower: ({ daylight }) => !daylight,
  inside: true,
  gear: 'light',
  cautions: cautions('light'),
  why: 'cure',
  sets: ['seconds', 'medium', 'tempC'],
  books: 'light',
  starts: 'Put {} in the {station}',
  ends: 'Take {} out of {Station}',
  short: '·',
} as const satisfies StepKindShape;
