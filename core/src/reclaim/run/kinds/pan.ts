import { evaporate } from './evaporate.ts';
import { DAY_S, type RunKindShape } from './shape.ts';

/** Water that parts were washed in: dried outdoors by sun and wind. It is never poured away. */
export const pan = {
  ...evaporate,
  label: 'water pan',
  does: 'Sun and wind take the water; the resin is hardened, scraped out and binned.',
  caution:
    'Outdoors, sheltered from rain, with a net or a lid against animals and children. Water that has washed prints is contaminated: it never goes to a drain or on the ground. Frozen, it waits.',
  waitsS: { dry: DAY_S },
} as const satisfies RunKindShape;
