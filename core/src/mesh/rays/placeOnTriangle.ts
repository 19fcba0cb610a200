/** The n-th of a sequence of places spread evenly over a triangle. @source Roberts (2018), R2 low-discrepancy sequence, folded */
export function placeOnTriangle(p: Float32Array, at: number, n: number): readonly [number, number, number] {
  let u = (0.5 + n * 0.754877666246693) % 1;
  let v = (0.5 + n * 0.569840290998053) % 1;
  if (u + v > 1) [u, v] = [1 - u, 1 - v];
  const along = (k: number) => p[at + k]! + u * (p[at + 3 + k]! - p[at + k]!) + v * (p[at + 6 + k]! - p[at + k]!);
  return [along(0), along(1), along(2)];
}
