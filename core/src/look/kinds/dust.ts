import { clippings, dusty, rarely, wash } from '../causes.ts';
import type { LookShape } from '../shape.ts';

/** Dust or clippings stick to it. */
export const dust = {
  before: { calls: 'brush', says: 'Dust was seen: brushed off dry before the light sets it, then looked at again.' },
  after: { calls: 'file', says: 'Dust set in the face: it is filed or sanded flush, wet and with a mask.' },
  causes: (f) => [
    clippings(f),
    dusty(f),
    { ...rarely(0.5, wash(f)), why: `A face that still holds resin holds dust: ${wash(f).why}` },
  ],
} as const satisfies LookShape;
