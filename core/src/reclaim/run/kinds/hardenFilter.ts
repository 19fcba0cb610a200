import { DAY_S, type RunKindShape } from './shape.ts';

/** Stand in light until the resin drops, draw off the clear part, filter; as often as it pays. */
export const hardenFilter = {
  label: 'harden and filter',
  does: 'The resin hardens in light and drops; the clear part is drawn off and filtered.',
  inside: 'jar',
  fillShare: 0.95,
  givesBack: true,
  gear: ['gloves', 'eye cover', 'extraction or outdoors', 'clear jar with a lid', 'doubled papers and mesh'],
  caution:
    'Clear jar with its lid on, in sun or UV, away from flames, heaters and children; vapour burns. Draw off slowly. Local codes decide whether solvent may be reclaimed at all.',
  opening: [
    { kind: 'pour', pass: 1 },
    { kind: 'stand', pass: 1 },
  ],
  after: ({ kind, pass = 1 }, { another, seen }) => {
    if (kind === 'stand') return [{ kind: 'look', pass }];
    if (kind === 'look') return [{ kind: seen === 'milky' ? 'stand' : 'filter', pass }];
    if (kind === 'filter') return another ? [{ kind: 'stand', pass: pass + 1 }] : [{ kind: 'fill', pass }];
    return [];
  },
  // two days of light; milky liquid one more (see `waitS`)
  waitsS: { stand: 2 * DAY_S },
} as const satisfies RunKindShape;
