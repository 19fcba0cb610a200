import type { Workshop } from '../setUp.ts';
import { wideWorkshop } from './workshop.ts';

/** The wide workshop with a jar, a still and a pan. */
export const reclaimWorkshop: Workshop = {
  ...wideWorkshop,
  vessels: [
    ...wideWorkshop.vessels,
    { id: 'settling', name: 'Settling jar', kind: 'jar', capacityMl: 8000, surfaceM2: 0.02 },
    { id: 'still', name: 'Still', kind: 'still', capacityMl: 4000, surfaceM2: 0.02 },
    { id: 'pan', name: 'Pan', kind: 'pan', solvent: 'water', capacityMl: 20_000, surfaceM2: 0.25 },
  ],
};
