import { box, cup, joinSoups, moved, revolved, ring, type Soup, toBinaryStl } from '@north-step/core/mesh';

/** The workshop's parts, drawn by this script: no third-party models. */
export type DemoPart = {
  readonly name: string;
  readonly resinIds: readonly string[];
  readonly counts: readonly [number, number];
  readonly soup: () => Soup;
};

const bars = (count: number, radiusMm: number, size: readonly [number, number, number]): Soup =>
  joinSoups(
    ...Array.from({ length: count }, (_, i) => {
      const angle = (2 * Math.PI * i) / count;
      const bar = moved(box(...size), [radiusMm, -size[1] / 2, 0]);
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      return bar.map((value, k) => {
        const axis = k % 3;
        if (axis === 2) return value;
        const [x, y] = [bar[k - axis]!, bar[k - axis + 1]!];
        return axis === 0 ? c * x - s * y : s * x + c * y;
      });
    }),
  );

export const PARTS: readonly DemoPart[] = [
  { name: 'float cap', resinIds: ['grey-general', 'tough-mooring'], counts: [8, 16], soup: () => cup(24, 30, 2.2) },
  {
    name: 'current-meter impeller',
    resinIds: ['tough-mooring', 'grey-general'],
    counts: [5, 10],
    soup: () => joinSoups(ring(9, 4, 26), bars(6, 8.5, [22, 1.4, 24])),
  },
  {
    name: 'sample-valve manifold',
    resinIds: ['grey-general'],
    counts: [4, 8],
    soup: () => joinSoups(ring(14, 5, 40), moved(ring(9, 4, 30), [30, 0, 0]), moved(box(34, 16, 8), [-2, -8, 0])),
  },
  {
    name: 'lens hood',
    resinIds: ['clear-port'],
    counts: [4, 10],
    soup: () =>
      revolved([
        [20, 0],
        [26, 0],
        [32, 28],
        [29.5, 28],
        [23.5, 2.5],
        [20, 2.5],
        [20, 0],
      ]),
  },
  { name: 'gasket ring', resinIds: ['soft-gasket'], counts: [6, 12], soup: () => ring(28, 22, 4) },
  {
    name: 'cable gland',
    resinIds: ['rinse-grey'],
    counts: [6, 12],
    soup: () => joinSoups(ring(9, 5, 24), moved(ring(13, 5, 6), [0, 0, 8])),
  },
  { name: 'sensor fairing', resinIds: ['stiff-filled'], counts: [1, 3], soup: () => cup(30, 60, 5) },
  {
    name: 'bronze-fitting pattern',
    resinIds: ['bronze-pattern'],
    counts: [2, 5],
    soup: () => joinSoups(ring(16, 11, 22), moved(ring(22, 11, 5), [0, 0, 22])),
  },
  { name: 'terminal block', resinIds: ['hot-housing'], counts: [3, 6], soup: () => box(52, 18, 14) },
  {
    name: 'mouth-bit',
    resinIds: ['skin-clear'],
    counts: [2, 4],
    soup: () =>
      revolved([
        [6, 0],
        [9, 0],
        [12, 30],
        [9.5, 30],
        [6, 3],
        [6, 0],
      ]),
  },
];

/** Hung now and then beside the day's work, not drawn by lot. */
export const FIT_DIE: DemoPart = {
  name: 'fit die',
  resinIds: ['fit-die'],
  counts: [2, 2],
  soup: () => joinSoups(box(36, 24, 14), moved(ring(8, 5, 10), [18, 12, 14])),
};

export const stlOf = (part: DemoPart): Uint8Array => toBinaryStl(part.soup(), `fennmark ${part.name}`);
