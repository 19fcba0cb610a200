import type { Solvent } from '../liquids/index.ts';
import type { LinePosition } from './lines.ts';
import type { StationKind } from './stationKinds.ts';

/** What a step asks of the place where it is done. */
type PlaceShape = {
  readonly title: string;
  /** said where a bench lacks it */
  readonly words: string;
  readonly kinds: readonly StationKind[];
  /** kinds that serve where there is none of those, in this order */
  readonly instead?: readonly StationKind[];
  /** where in a line of baths */
  readonly position?: LinePosition;
  /** what must be in it; left out, what the resin's card allows */
  readonly liquid?: Solvent;
  /** a lamp that switches itself off before a part is done */
  readonly cutsOut?: true;
  /** where the parts were lit, or will be */
  readonly ofLight?: true;
};

const BATHS = ['bath', 'jar', 'bowl'] as const;
const RACKS = ['drip-rack', 'drying-rack', 'mat'] as const;

/** Every place that a route can ask for: a kind of station and, for baths, where in a line. A new one is a line here. */
export const PLACES = {
  'drip-rack': {
    title: 'drip rack',
    words: 'a drip rack',
    kinds: ['drip-rack'],
    instead: ['drying-rack', 'mat', ...BATHS],
  },
  'first-bath': { title: 'first bath', words: 'the first bath of a line', kinds: BATHS, position: 'first' },
  'middle-bath': {
    title: 'middle bath',
    words: 'a bath between the first and the last',
    kinds: BATHS,
    position: 'middle',
  },
  'last-bath': { title: 'last bath', words: 'the last bath of a line', kinds: BATHS, position: 'last' },
  'ultrasonic-tank': { title: 'ultrasonic tank', words: 'an ultrasonic tank', kinds: ['tank'] },
  'water-tank': {
    title: 'ultrasonic tank of water',
    words: 'an ultrasonic tank with water in it',
    kinds: ['tank'],
    liquid: 'water',
  },
  'detergent-bath': {
    title: 'detergent',
    words: 'a bath of detergent',
    kinds: BATHS,
    position: 'first',
    liquid: 'detergent',
  },
  'first-water': { title: 'first water', words: 'a bowl of water', kinds: BATHS, position: 'first', liquid: 'water' },
  'last-water': {
    title: 'last water',
    words: 'a second bowl of water',
    kinds: BATHS,
    position: 'last',
    liquid: 'water',
  },
  'drying-rack': {
    title: 'drying rack',
    words: 'a drying rack',
    kinds: ['drying-rack'],
    instead: [...RACKS, 'sun', 'lamp', ...BATHS],
  },
  mat: { title: 'trim mat', words: 'a mat to trim on', kinds: ['mat'], instead: [...RACKS, 'sun', 'lamp', ...BATHS] },
  'warm-dip': { title: 'warm dip', words: 'a warm dip', kinds: ['warm-dip'] },
  lamp: { title: 'lamp', words: 'a lamp', kinds: ['lamp'] },
  'cycling-lamp': {
    title: 'small lamp, in cycles',
    words: 'a small lamp that switches itself off',
    kinds: ['lamp'],
    cutsOut: true,
  },
  sun: { title: 'sun', words: 'a place in the sun', kinds: ['sun'] },
  light: {
    title: 'where it is lit',
    words: 'a light source',
    kinds: ['lamp', 'sun'],
    instead: [...RACKS, ...BATHS],
    ofLight: true,
  },
  oven: { title: 'oven', words: 'an oven', kinds: ['oven'] },
} as const satisfies Record<string, PlaceShape>;
export type Place = keyof typeof PLACES;
export const PLACE_IDS = Object.keys(PLACES) as readonly Place[];
export const placeShape = (place: Place): PlaceShape => PLACES[place];
