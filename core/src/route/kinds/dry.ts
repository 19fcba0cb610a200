import { cautions, type StepKindShape } from './shape.ts';

/** What washed the parts leaves them. */
export const dry = {
  types: {
    rest: {
      title: 'Rest until dry',
      hint: 'Blow channels out over the bath, then rest. No heaters near solvent vapour.',
      mode: 'timed',
      group: 'dry',
      place: 2,
      where: 'drying-rack',
      say: ['Blow off {}, set it on the dry rack', 'Check {} is dry'],
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
