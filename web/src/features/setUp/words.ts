import type { BenchPreset } from '@north-step/core/setUp';

export const BENCH_WORDS: Readonly<Record<BenchPreset, readonly [title: string, what: string]>> = {
  'jar and sun': ['A jar and the sun', 'One jar of alcohol, a rack, a mat, a window sill.'],
  'bath and lamp': ['One machine bath and a lamp', 'A bath that stirs, a rack, a mat, a small lamp.'],
  'two baths and a box': [
    'Two baths and a lamp box',
    'A first and a clean bath with can, drum and bottle; a box with a turntable.',
  ],
  'water only': ['Water-washable only', 'Two bowls of water, a rack, a mat, a small lamp.'],
  casting: ['Casting patterns', 'Two jars and an ultrasonic tub; a box and a small lamp.'],
  'several lines': [
    'A room with several lines',
    'Alcohol and water side by side, an ultrasonic tub, a warm dip, three lights.',
  ],
};

/** What is still guessed after setting up, and what narrows it most for the work that it takes. */
export const GUESSED = [
  {
    of: 'lamps',
    what: 'Each lamp: its light is known to a third',
    narrows: 'A UV meter at three places: to a twentieth. Two minutes, on Cure → lamp.',
  },
  {
    of: 'resins',
    what: 'Each resin: by its family, times to a quarter',
    narrows: 'Eight coupons: to a tenth. Half an hour of lamp, five minutes of hands, on Cure → coupons.',
  },
  {
    of: 'baths',
    what: 'Each bath: by the book',
    narrows: 'A flask on a scale: its load to a per cent. Two minutes, on Solvent → read.',
  },
  {
    of: 'sizes',
    what: 'Whether a part fits: not checked',
    narrows: 'A ruler in plate, tub and lamp. Five minutes, on Room.',
  },
] as const;
