import { MATTE_LOOKS } from '../../look/index.ts';
import { cautions, type StepKindShape } from './shape.ts';

/** Nothing is lit before somebody has seen it dry and clean. */
export const lookMatte = {
  types: {
    'look-matte': {
      title: 'Look: matte?',
      hint: 'Evenly matte, no shine in channels, no tack.',
      mode: 'look',
      group: 'dry',
      place: 3,
      where: 'drying-rack',
      say: ['Look at {}: matte all over?', 'Look at {}: matte all over?'],
    },
  },
  look: { when: 'before light', outcomes: MATTE_LOOKS },
  gear: 'wet',
  cautions: cautions('resin', 'solvent'),
  handsS: 30,
  why: 'dry',
  sets: [],
  short: 'look',
} as const satisfies StepKindShape;
