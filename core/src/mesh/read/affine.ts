import type { NumberList } from './soup.ts';

/** Twelve numbers, row vectors times matrix: x' = x·m0 + y·m3 + z·m6 + m9, and so on. */
export type Affine = readonly number[];
export const IDENTITY: Affine = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

/** First `inner`, then `outer`. */
export function times(inner: Affine, outer: Affine): Affine {
  const out: number[] = [];
  for (let row = 0; row < 4; row++) {
    for (let column = 0; column < 3; column++) {
      const own = [0, 1, 2].reduce((sum, k) => sum + inner[row * 3 + k]! * outer[k * 3 + column]!, 0);
      out.push(row === 3 ? own + outer[9 + column]! : own);
    }
  }
  return out;
}

/** Whether it turns insides out: its determinant is negative. */
export const isMirrored = ([a, b, c, d, e, f, g, h, i]: Affine): boolean =>
  a! * (e! * i! - f! * h!) - b! * (d! * i! - f! * g!) + c! * (d! * h! - e! * g!) < 0;

/** Adds indexed triangles to a soup, moved; mirrored ones are turned so that they still face outwards. */
export function moveInto(
  soup: NumberList,
  vertices: Float32Array,
  corners: Uint32Array,
  m: Affine,
  mirrored: boolean,
): void {
  for (let t = 0; t < corners.length; t += 3) {
    for (let k = 0; k < 3; k++) {
      const at = corners[t + (mirrored ? 2 - k : k)]! * 3;
      const [x, y, z] = [vertices[at]!, vertices[at + 1]!, vertices[at + 2]!];
      soup.push3(
        x * m[0]! + y * m[3]! + z * m[6]! + m[9]!,
        x * m[1]! + y * m[4]! + z * m[7]! + m[10]!,
        x * m[2]! + y * m[5]! + z * m[8]! + m[11]!,
      );
    }
  }
}
