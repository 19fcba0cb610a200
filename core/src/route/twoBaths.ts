import type { Route } from './template.ts';

/** The route of two baths by machine, with supports off before the cure: the one a batch takes when none is named. */
export const TWO_BATHS: Route = {
  id: 'two-baths',
  name: 'Two baths, trim green',
  version: 1,
  dose: 'look',
  note: 'Machine wash in a dirty and a clean bath; supports come off while they are soft and scar least.',
  steps: [
    { type: 'drip' },
    { type: 'off-plate' },
    { type: 'wash-machine', where: 'first-bath' },
    { type: 'wash-machine', where: 'last-bath' },
    { type: 'rest' },
    { type: 'look-matte' },
    { type: 'supports-off' },
    { type: 'cure' },
    { type: 'look-cured' },
    { type: 'seal' },
  ],
};
