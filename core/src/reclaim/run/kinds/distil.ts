import type { RunKindShape } from './shape.ts';

/** Into the still, boiled, stopped before it is dry, cooled, emptied. */
export const distil = {
  label: 'distil',
  does: 'The solvent boils off and is caught; resin and a heel stay in the pot.',
  inside: 'still',
  fillShare: 0.7,
  givesBack: true,
  gear: ['gloves', 'eye cover', 'extinguisher at hand', 'cold condenser', 'nobody leaves'],
  caution:
    'Outdoors, sealed still, condenser cold before the heat goes on, extinguisher at hand, never left, never to dryness. Harden and filter coarsely first. In many places a permit is needed: local codes decide.',
  opening: [{ kind: 'pour' }, { kind: 'heat' }],
  after: ({ kind }) => {
    if (kind === 'heat') return [{ kind: 'cool' }];
    if (kind === 'cool') return [{ kind: 'collect' }];
    return [];
  },
  waitsS: { cool: 1800 },
} as const satisfies RunKindShape;
