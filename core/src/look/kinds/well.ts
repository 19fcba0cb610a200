import type { LookShape } from '../shape.ts';

/** Evenly matte and dry: light may come. */
export const matte = { before: { calls: 'go on' }, recesses: 'clean' } as const satisfies LookShape;
/** No tack, no shine, hard to a nail, no warm tint. */
export const good = { after: { calls: 'go on' }, shows: 'ok' } as const satisfies LookShape;
/** Days later still as it was sealed. */
export const sound = { later: 'stays' } as const satisfies LookShape;
