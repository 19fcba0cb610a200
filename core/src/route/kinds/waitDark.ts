import { cautions, type StepKindShape } from './shape.ts';

/** Green parts wait, kept from light: for the rest of an order, for a customer, for a free lamp. */
export const waitDark = {
  types: {
    'wait-dark': {
      title: 'Wait in the dark',
      hint: 'Dry, in a closed dark box or foil, gloves on the box: green parts go on hardening slowly, and fast in daylight.',
      mode: 'timed',
      group: 'dry',
      place: 6,
      where: 'drying-rack',
      seconds: 86_400,
      say: ['Put {} away in the dark', 'Take {} out of the dark'],
    },
  },
  mayBeLeftOut: true,
  gear: 'wet',
  cautions: cautions('resin'),
  why: 'dry',
  sets: ['seconds'],
  short: 'dark',
} as const satisfies StepKindShape;
