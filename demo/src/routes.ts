import type { Random } from '@north-step/core/maths';

/** Routes that fit each resin. The first is the usual one; every other batch takes the next of the rest, so that each is run. */
export const ROUTES_OF: Readonly<Record<string, readonly string[]>> = {
  'grey-general': [
    'two-baths',
    'keep-shape',
    'warm-peel',
    'between-washes',
    'second-wash',
    'ultrasonic-short',
    'spray-brush',
    'detergent',
    'small-lamp',
    'sun',
    'card-time',
    'long-light',
    'on-plate',
    'green-hand-over',
    'show-piece',
    'one-bath-peel',
    'one-bath-light-first',
    'tissue-brush',
    'unattended',
    'two-tubs',
    'green-by-hand',
    'two-vats-sun',
    'big-bath',
    'plate-by-hand',
    'supports-stay',
    'trim-wet',
    'detergent-machine',
  ],
  'tough-mooring': ['two-baths', 'oven-after', 'wash-twice', 'warm-chamber', 'warm-box', 'cold-then-oven'],
  'soft-gasket': ['two-baths', 'between-washes'],
  'clear-port': ['two-baths', 'show-piece', 'lattice', 'two-ultrasonic'],
  'rinse-grey': ['water-wash', 'water-at-once', 'die'],
  'bronze-pattern': ['casting', 'pattern-ultrasonic', 'pattern-small-lamp'],
  'stiff-filled': ['filled-rinse'],
  'hot-housing': ['oven-after'],
  'skin-clear': ['procedure'],
  'fit-die': ['procedure'],
};

/** Whose turn it is among a resin's routes. */
export class RouteTurns {
  private readonly next = new Map<string, number>();
  private readonly random: Random;

  constructor(random: Random) {
    this.random = random;
  }

  take(resinId: string): string {
    const [usual, ...rest] = ROUTES_OF[resinId]!;
    if (rest.length === 0 || this.random.next() < 0.4) return usual!;
    const turn = this.next.get(resinId) ?? 0;
    this.next.set(resinId, turn + 1);
    return rest[turn % rest.length]!;
  }
}
