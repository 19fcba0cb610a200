const TABLE_BITS = 14;
const TABLE_SIZE = 1 << TABLE_BITS;

/** Standard normal quantiles at the middles of equal steps: a table to draw from. */
const NORMAL = Float64Array.from({ length: TABLE_SIZE }, (_, i) => normalQuantile((i + 0.5) / TABLE_SIZE));

/**
 * Inverse of the standard normal distribution.
 * @source Acklam (2003) rational approximation, relative error below 1.2e-9
 */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716, 2.506628277459239,
  ];
  const b = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572];
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ];
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416];
  const poly = (k: readonly number[], x: number) => k.reduce((sum, value) => sum * x + value, 0);
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p));
    return poly(c, q) / (poly(d, q) * q + 1);
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p);
  const q = p - 0.5;
  const r = q * q;
  return (poly(a, r) * q) / (poly(b, r) * r + 1);
}

/** A small seeded generator whose state can be copied. @source xorshift32, Marsaglia (2003) */
export class Draws {
  state: number;
  constructor(seed: number) {
    this.state = (Math.imul(seed, 0x9e3779b1) ^ 0x5bd1e995) | 0 || 1;
  }
  private step(): number {
    let x = this.state;
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    this.state = x;
    return x >>> 0;
  }
  /** 0 ≤ u < 1 */
  uniform(): number {
    return this.step() / 4_294_967_296;
  }
  normal(): number {
    return NORMAL[this.step() >>> (32 - TABLE_BITS)]!;
  }
  /**
   * A walk through a table in steps of a random odd length from a random start: entry i is `table[(start + i·step) & MASK]`.
   * One event draws this once and reads one entry for each particle; the walk visits the table evenly.
   */
  walk(): Walk {
    return { start: this.step() & MASK, step: (this.step() & MASK) | 1 };
  }
}

/** Where a walk begins, and its stride. */
export type Walk = { readonly start: number; readonly step: number };
export const MASK = TABLE_SIZE - 1;

/** A table of 16,384 values of `f` at normal quantiles, to be walked through. */
export const tableOf = (f: (z: number) => number): Float64Array => NORMAL.map(f);
