import { cautions, type StepKindShape } from './shape.ts';

/** Thick resin is brushed off dry. */
export const mop = {
  types: {
    mop: {
      title: 'Mop with a dry brush',
      hint: 'Brush thick resin off and wipe the brush; cure the wipes before they are binned.',
      mode: 'hands',
      group: 'drip and plate',
      place: 3,
      where: 'drip-rack',
      say: ['Mop {} with a dry brush', '{} is mopped'],
    },
  },
  mayBeLeftOut: true,
  gear: 'wet',
  cautions: cautions('resin'),
  handsS: 120,
  why: 'film',
  sets: [],
  short: 'mop',
} as const satisfies StepKindShape;
