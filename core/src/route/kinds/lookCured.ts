import { CURED_LOOKS } from '../../look/index.ts';
import { cautions, type StepKindShape } from './shape.ts';

/** Looked at after light: enough, too little, too much. */
export const lookCured = {
  types: {
    'look-cured': {
      title: 'Touch and tilt',
      hint: 'No tack, no shine, hard to a nail, no warm tint beside an uncured one.',
      mode: 'look',
      group: 'cure',
      place: 3,
      where: 'light',
      say: ['Touch and tilt {}', 'Touch and tilt {}'],
    },
  },
  look: { when: 'after light', outcomes: CURED_LOOKS },
  gear: 'light',
  cautions: cautions(),
  handsS: 45,
  why: 'cure',
  sets: [],
  short: 'look',
} as const satisfies StepKindShape;
