import type { BatchRequest } from './benchNow.ts';
import type { StepTypeId } from './kinds/index.ts';
import { routeRefusal } from './rules.ts';
import type { Route, RouteStep } from './template.ts';
import { TWO_BATHS } from './twoBaths.ts';
import type { Dose } from './types.ts';

type Short = StepTypeId | RouteStep;
const route = (id: string, name: string, note: string, steps: readonly Short[], dose: Dose = 'look'): Route => ({
  id,
  name,
  version: 1,
  dose,
  note,
  steps: steps.map((step) => (typeof step === 'string' ? { type: step } : step)),
});

const wash1: RouteStep = { type: 'wash-machine', where: 'first-bath' };
const wash2: RouteStep = { type: 'wash-machine', where: 'last-bath' };
const jar1: RouteStep = { type: 'wash-hand', where: 'first-bath' };
const jar2: RouteStep = { type: 'wash-hand', where: 'last-bath' };
const OFF: readonly Short[] = ['drip', 'off-plate'];
const DRY: readonly Short[] = ['rest', 'look-matte'];
const LIGHT: readonly Short[] = ['cure', 'look-cured'];

/** A named route for every school of the work. The first is what a batch takes when none is named. */
export const ROUTE_TEMPLATES: readonly Route[] = [
  TWO_BATHS,
  route('three-baths', 'Three baths in line', 'Dirty, middle and clean bath: the last one stays clean for long.', [
    ...OFF,
    wash1,
    { type: 'wash-machine', where: 'middle-bath' },
    wash2,
    ...DRY,
    'supports-off',
    ...LIGHT,
    'seal',
  ]),
  route(
    'one-bath',
    'One bath by machine',
    'One machine bath does it all: quick to set up; it has to be changed sooner, since nothing washes the rest off after it.',
    [...OFF, wash2, ...DRY, 'supports-off', ...LIGHT, 'seal'],
  ),
  route('one-jar', 'One jar by hand', 'One lidded jar, swirled by hand, then a lamp: the smallest bench.', [
    ...OFF,
    jar2,
    ...DRY,
    'supports-off',
    ...LIGHT,
    'seal',
  ]),
  route(
    'jar-and-sun',
    'One jar, then the sun',
    'One lidded jar, swirled by hand; hours of daylight, turned now and then. It changes with the cloud.',
    [...OFF, jar2, ...DRY, 'supports-off', { type: 'cure', where: 'sun' }, 'look-cured', 'seal'],
  ),
  route(
    'keep-shape',
    'Supports on until cured',
    'Supports hold the shape through wash and cure: for tolerances and long thin parts. They scar more.',
    [...OFF, wash1, wash2, ...DRY, ...LIGHT, 'supports-off', 'file', 'seal'],
  ),
  route(
    'warm-peel',
    'Two jars by hand, warm dip, peel',
    'Two jars swirled by hand; hours on the rack; supports softened in warm water and peeled; dry again, then light.',
    [
      ...OFF,
      jar1,
      jar2,
      { type: 'rest', air: 'still', seconds: 2 * 3600 },
      'look-matte',
      'warm-dip',
      'supports-off',
      ...DRY,
      ...LIGHT,
      'seal',
    ],
  ),
  route(
    'between-washes',
    'Trim between two washes',
    'Dirty dip, supports off while soft and wet, then the clean wash takes dust and trapped resin with it.',
    [...OFF, 'dip', 'supports-off', { type: 'brush', where: 'last-bath' }, 'blow', ...DRY, ...LIGHT, 'seal'],
  ),
  route(
    'second-wash',
    'Second wash after trimming',
    'For lattices and many contacts: trimming frees dust and resin, so the clean bath comes once more.',
    [...OFF, 'mop', wash1, wash2, ...DRY, 'supports-off', wash2, ...DRY, ...LIGHT, 'seal'],
  ),
  route(
    'ultrasonic-short',
    'Dip, then ultrasonic, short',
    'Most resin goes in the dirty dip; seconds in a closed jar in the tub do the fine detail.',
    [...OFF, 'dip', 'wash-ultrasonic', 'squirt', 'blow', ...DRY, 'supports-off', ...LIGHT, 'seal'],
  ),
  route(
    'spray-brush',
    'Spray and brush, cured under water',
    'A spray over the first bath, a soft brush in the clean one; light under water keeps oxygen off the face.',
    [
      ...OFF,
      { type: 'wash-spray', where: 'first-bath' },
      { type: 'brush', where: 'last-bath' },
      'shake',
      ...DRY,
      'supports-off',
      { type: 'cure', medium: 'water' },
      'look-cured',
      'seal',
    ],
  ),
  route(
    'water-wash',
    'Water, two bowls',
    'For resins that wash in water: two bowls, a warm draught away from the baths, a long rest. The water is waste.',
    [
      ...OFF,
      { type: 'wash-hand', where: 'first-water' },
      { type: 'wash-hand', where: 'last-water' },
      'blow',
      { type: 'rest', air: 'warm' },
      'look-matte',
      'supports-off',
      ...LIGHT,
      'seal',
    ],
  ),
  route(
    'detergent',
    'Detergent, then water',
    'A tub of detergent and a brush, then clear water: no flammable solvent on the bench.',
    [
      ...OFF,
      { type: 'brush', where: 'detergent-bath' },
      { type: 'wash-hand', where: 'last-water' },
      'blow',
      { type: 'rest', air: 'fan' },
      'look-matte',
      'supports-off',
      ...LIGHT,
      'seal',
    ],
  ),
  route(
    'casting',
    'Casting pattern under glycerine',
    'Mopped and washed by hand, cured long under glycerine, both sides; colour change tells when. A clean burn-out needs both.',
    [
      ...OFF,
      'mop',
      jar1,
      jar2,
      'blow',
      ...DRY,
      'supports-off',
      { type: 'cure', medium: 'glycerine' },
      'turn-over',
      { type: 'cure', medium: 'glycerine' },
      'glycerine-rinse',
      'look-cured',
      'pack',
      'seal',
    ],
  ),
  route(
    'oven-after',
    'Light, then the oven',
    'For tough and high-temperature resins: light first, then heat, so that the network goes on to its ceiling.',
    [
      ...OFF,
      wash1,
      wash2,
      ...DRY,
      'supports-off',
      ...LIGHT,
      { type: 'oven', tempC: 60, seconds: 1800 },
      'inspect',
      'seal',
    ],
  ),
  route(
    'warm-chamber',
    'Light in a warm chamber',
    'The chamber at 60 °C while the light is on: stiffer in one go; long thin parts can sag.',
    [
      ...OFF,
      wash1,
      wash2,
      ...DRY,
      'supports-off',
      { type: 'cure', tempC: 60 },
      'turn-over',
      { type: 'cure', tempC: 60 },
      'look-cured',
      'seal',
    ],
  ),
  route(
    'filled-rinse',
    'Filled resin, rinsed and baked',
    'Grit is rinsed off before it dries; then light, then long heat.',
    [
      ...OFF,
      'mop',
      wash1,
      wash2,
      'rinse',
      'blow',
      ...DRY,
      'supports-off',
      ...LIGHT,
      { type: 'oven', tempC: 90, seconds: 3600 },
      'inspect',
      'seal',
    ],
  ),
  route(
    'small-lamp',
    'Small lamp, in cycles',
    'A lamp that switches itself off: cycles are counted, the part is turned between them.',
    [
      ...OFF,
      wash1,
      wash2,
      ...DRY,
      'supports-off',
      { type: 'cure', where: 'cycling-lamp' },
      'turn-over',
      { type: 'cure', where: 'cycling-lamp' },
      'look-cured',
      'seal',
    ],
  ),
  route('sun', 'Sun sill', 'Daylight, turned now and then; hours, not minutes, and it changes with the cloud.', [
    ...OFF,
    wash1,
    wash2,
    ...DRY,
    'supports-off',
    { type: 'cure', where: 'sun' },
    'look-cured',
    'seal',
  ]),
  route(
    'card-time',
    'The card’s own time',
    'Cured once for the time on the card, as far as the window allows.',
    [...OFF, wash1, wash2, ...DRY, 'supports-off', ...LIGHT, 'seal'],
    'card',
  ),
  route(
    'long-light',
    'Long light',
    'For those who say it cannot hurt: three times as long as it needs, held to the end of the window; what it costs is shown.',
    [...OFF, wash1, wash2, ...DRY, 'supports-off', ...LIGHT, 'seal'],
    'long',
  ),
  route(
    'on-plate',
    'First wash on the plate',
    'The plate hangs in the first bath with the parts on it: no tiny part falls through a basket.',
    ['drip', 'return-resin', wash1, 'off-plate', wash2, ...DRY, 'supports-off', ...LIGHT, 'seal'],
  ),
  route(
    'green-hand-over',
    'Handed over uncured',
    'Washed, dried and trimmed; packed sealed from light, for the customer to cure.',
    [...OFF, wash1, wash2, ...DRY, 'supports-off', 'label', 'hand-over', 'seal'],
  ),
  route('show-piece', 'Show piece, finished by hand', 'Filed, sanded, polished and photographed after the cure.', [
    ...OFF,
    wash1,
    wash2,
    'squirt',
    ...DRY,
    'supports-off',
    ...LIGHT,
    'file',
    'sand',
    'polish',
    'photograph',
    'pack',
    'seal',
  ]),
  route(
    'procedure',
    'Validated procedure',
    'Only for resins with a maker’s validated procedure: two jars, exact times, no deviation. Clinical work follows licensed practice.',
    [...OFF, jar1, jar2, ...DRY, 'supports-off', ...LIGHT, 'label', 'seal'],
  ),
];

/** Everyday routes in the order in which they are offered: the first that a bench can run. */
const EVERYDAY = ['three-baths', 'two-baths', 'water-wash', 'one-bath', 'detergent', 'one-jar', 'jar-and-sun'] as const;

/** The route that a batch takes when none is named: the maker's procedure, else the first everyday one that this bench, card and part can run. */
export function usualRoute(request: Pick<BatchRequest, 'card' | 'part' | 'bench'>): Route {
  const { procedure } = request.card;
  if (procedure) return templateById('procedure')!;
  const runs = EVERYDAY.map((id) => templateById(id)!).find((one) => routeRefusal(one, request) === undefined);
  return runs ?? TWO_BATHS;
}

export const templateById = (id: string): Route | undefined => ROUTE_TEMPLATES.find((one) => one.id === id);
