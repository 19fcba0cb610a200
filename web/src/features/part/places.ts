import type { MeshMeasures, Vec3 } from '@north-step/core/mesh';

const SIDES = [
  ['left', 'right'],
  ['front', 'back'],
  ['low', 'high'],
] as const;

/** Where a place lies on a part as drawn, in words: “high, at the left”. The middle third of a side is not named. */
export function whereOn({ boxMm, minMm }: Pick<MeshMeasures, 'boxMm' | 'minMm'>, at: Vec3): string {
  const words = [2, 0, 1].flatMap((axis) => {
    const share = (at[axis]! - (minMm?.[axis] ?? 0)) / Math.max(boxMm[axis]!, 1e-9);
    const side = share < 1 / 3 ? 0 : share > 2 / 3 ? 1 : undefined;
    return side === undefined ? [] : [SIDES[axis]![side]];
  });
  return words.length === 0 ? 'in the middle' : words.join(', ');
}

/** Which side of the drawing points up, in words. */
export function wayUp(up: Vec3): string {
  const size = up.map(Math.abs);
  const axis = size.indexOf(Math.max(...size));
  const side = ['right', 'back', 'top'][axis]!;
  const other = ['left', 'front', 'underside'][axis]!;
  const slanted = Math.max(...size) < 0.95 ? 'slanted, ' : '';
  return `${slanted}its ${up[axis]! > 0 ? side : other}`;
}
