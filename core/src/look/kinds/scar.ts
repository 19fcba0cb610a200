import { rarely, soak, trim } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** A scar, stub or pit where a support stood. */
export const scar = {
  before: {
    calls: 'fill',
    says: 'A scar or pit was seen: filled with a drop of its own resin, which the light then cures.',
  },
  after: {
    calls: 'file',
    says: 'A scar or pit: filed flush. What goes below the face is filled with its own resin and lit with a pencil of light.',
  },
  causes: (f) => [trim(f), { ...rarely(0.4, soak(f)), why: `What is softened by solvent tears: ${soak(f).why}` }],
} as const satisfies LookShape;
