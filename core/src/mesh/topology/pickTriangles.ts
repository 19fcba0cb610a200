/** Some triangles of a soup, as a soup of their own, in order. */
export function pickTriangles(positions: Float32Array, wanted: (triangle: number) => boolean): Float32Array {
  const out = new Float32Array(positions.length);
  let at = 0;
  for (let t = 0; t < positions.length / 9; t++) {
    if (!wanted(t)) continue;
    out.set(positions.subarray(t * 9, t * 9 + 9), at);
    at += 9;
  }
  return out.slice(0, at);
}
