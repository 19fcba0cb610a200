import { cautions, type PaletteEntry, type StepKindShape } from './shape.ts';

const bowl = (entry: Pick<PaletteEntry, 'title' | 'hint' | 'group' | 'place' | 'say'>) =>
  ({
    ...entry,
    mode: 'timed',
    where: 'first-water',
    elsewhere: ['last-water'],
    agitation: 'hand',
    seconds: 60,
  }) satisfies PaletteEntry;

/** Water takes off what washed the parts; it does not count as time in solvent. */
export const rinse = {
  types: {
    rinse: bowl({
      title: 'Rinse in water',
      hint: 'Dunk and turn; the water is waste, it never goes to the drain.',
      group: 'wash',
      place: 8,
      say: ['Rinse {} in water', 'Lift {} out of the water'],
    }),
    'glycerine-rinse': bowl({
      title: 'Rinse off glycerine',
      hint: 'Warm water, then shake; the water is kept.',
      group: 'cure',
      place: 8,
      say: ['Rinse the glycerine off {}', 'Lift {} out of the water'],
    }),
  },
  wets: 'water',
  mayBeLeftOut: true,
  inside: true,
  gear: 'wet',
  cautions: cautions('resin'),
  why: 'cure',
  sets: ['seconds'],
  books: 'wash',
  ends: 'Lift {} out of {Station}',
  short: '·',
} as const satisfies StepKindShape;
