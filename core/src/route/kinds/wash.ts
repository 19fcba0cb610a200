import type { Place } from '../../bench/index.ts';
import type { Agitation } from '../../wash/index.ts';
import { cautions, type PaletteEntry, type StepKindShape } from './shape.ts';

const BATHS = ['first-bath', 'middle-bath', 'last-bath'] as const satisfies readonly Place[];
const BOWLS = ['first-water', 'last-water'] as const satisfies readonly Place[];
type Bath = Pick<PaletteEntry, 'title' | 'hint' | 'say' | 'place' | 'seconds' | 'cautions'> & {
  readonly agitation: Agitation;
  readonly where?: Place;
  readonly elsewhere?: readonly Place[];
};
const bath = ({ where = 'first-bath', elsewhere = [], ...entry }: Bath) =>
  ({
    ...entry,
    mode: 'timed',
    group: 'wash',
    where,
    elsewhere: [...BATHS, ...elsewhere].filter((place) => place !== where),
  }) satisfies PaletteEntry;

/** Resin goes into solvent; the parts soak meanwhile. */
export const wash = {
  types: {
    dip: bath({
      place: 1,
      title: 'Dirty dip',
      agitation: 'hand',
      seconds: 30,
      hint: 'Swirl and dunk; let it hang 10 s over the bath after.',
      say: ['Dip {} in the dirty bath', 'Lift {} out of the dirty bath'],
    }),
    'wash-machine': bath({
      place: 2,
      title: 'Wash',
      agitation: 'impeller',
      hint: 'Basket down until covered; let it hang 10 s over the bath after.',
      say: ['Lower {} into the bath', 'Lift {} out of the bath'],
      elsewhere: ['detergent-bath'],
    }),
    'wash-hand': bath({
      place: 3,
      title: 'Swirl by hand',
      agitation: 'hand',
      hint: 'Lid on, swirl and turn the jar; lid off only to lift the parts.',
      say: ['Swirl {} by hand', 'Lift {} out of the jar'],
      elsewhere: ['detergent-bath', ...BOWLS],
    }),
    'wash-ultrasonic': bath({
      place: 4,
      title: 'Ultrasonic',
      agitation: 'ultrasonic',
      hint: 'Parts and solvent in a closed jar, its lid loose while it warms, the jar in water: flammable solvent never goes straight into the tank.',
      say: ['Set the jar of {} in the ultrasonic tub', 'Lift {} out of the ultrasonic tub'],
      where: 'ultrasonic-tank',
      elsewhere: ['water-tank'],
    }),
    'wash-spray': bath({
      place: 5,
      title: 'Spray',
      agitation: 'spray',
      hint: 'Spray from the top down, away from the face, over the bath.',
      cautions: ['resin', 'solvent', 'mist'],
      say: ['Spray {} over the bath', '{} is sprayed'],
    }),
    brush: bath({
      place: 6,
      title: 'Brush',
      agitation: 'brush',
      hint: 'Soft brush, wet, into crevices; fine tips last.',
      say: ['Brush {} in the bath', '{} is brushed'],
      elsewhere: ['detergent-bath', ...BOWLS],
    }),
  },
  wets: 'solvent',
  needsPower: ({ agitation }) => agitation === 'impeller' || agitation === 'ultrasonic',
  mayBeLeftOut: true,
  inside: true,
  gear: 'wet',
  cautions: cautions('resin', 'solvent'),
  why: 'wash',
  sets: ['seconds'],
  books: 'wash',
  starts: 'Lower {} into {Station}',
  ends: 'Lift {} out of {Station}',
  short: '·',
} as const satisfies StepKindShape;
