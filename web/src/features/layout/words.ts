import type { LayoutChange } from '@north-step/contract';
import type { BenchThing } from '@north-step/core/setUp';

/** What can be put on a bench, as one would ask for it. */
export const THING_WORDS: Readonly<Record<BenchThing, string>> = {
  jar: 'a jar, moved by hand',
  'machine-bath': 'a machine bath',
  tank: 'an ultrasonic tank',
  bowl: 'a bowl',
  'drip-rack': 'a drip rack',
  'drying-rack': 'a drying rack',
  mat: 'a trim mat',
  'warm-dip': 'a warm dip for supports',
  'box-lamp': 'a lamp box with a turntable',
  'small-lamp': 'a small lamp that switches itself off',
  'sunny-sill': 'a place in the sun',
  oven: 'an oven',
};

const FIELD_WORDS = {
  name: 'name',
  capacity: 'room',
  note: 'note',
  capacityMl: 'volume',
  surfaceCm2: 'open face',
  agitation: 'how it is moved',
} as const;

/** A change of what stands there, as it is told. */
export function changeWords(change: LayoutChange): string {
  switch (change.what) {
    case 'added':
      return `${change.name} stands here: ${THING_WORDS[change.thing]}`;
    case 'changed': {
      const { name, ...rest } = change.set;
      const more = (Object.keys(rest) as (keyof typeof rest)[]).map((field) => FIELD_WORDS[field]).join(', ');
      const renamed = name !== undefined && name !== change.name ? `${change.name} is called ${name}` : '';
      return [renamed, more && `${renamed ? '' : `${change.name}: `}${more} changed`].filter(Boolean).join('; ');
    }
    case 'ordered':
      return 'stations stand in another order';
    case 'arranged':
      return change.baths.length > 0
        ? `line ${change.name}: ${change.baths.join(', ')}`
        : `line ${change.name} given up`;
    case 'retired':
      return `${change.name} taken away`;
    case 'put back':
      return `${change.name} put back`;
    case 'came':
      return `${change.name} works here`;
    case 'called':
      return change.before === change.name
        ? `${change.name} has another role`
        : `${change.before} is called ${change.name}`;
    case 'left':
      return `${change.name} works here no more`;
    default:
      return change satisfies never;
  }
}
