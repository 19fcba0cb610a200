import { cautions, type StepKindShape } from './shape.ts';

/** Supports come off by hand. */
export const trim = {
  types: {
    'supports-off': {
      title: 'Clip supports',
      hint: 'Raft first, thick stems next, fine tips last; cut low, hold the piece, eye cover on.',
      mode: 'hands',
      group: 'supports',
      place: 2,
      where: 'mat',
      say: ['Clip the supports of {}', '{} is clipped'],
    },
  },
  mayBeLeftOut: true,
  gear: 'trim',
  cautions: cautions('clippings', 'resin'),
  why: 'cure',
  sets: [],
  starts: 'Clip the supports of {}',
  ends: '{} is clipped',
  short: 'clip',
} as const satisfies StepKindShape;
