/** A small seeded generator: the same seed gives the same draws. @source mulberry32, public domain */
export function makeRandom(seed: number) {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), state | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  return {
    next,
    normal,
    between: (low: number, high: number): number => low + (high - low) * next(),
    whole: (low: number, high: number): number => Math.floor(low + (high - low + 1) * next()),
    pick: <T>(items: readonly T[]): T => items[Math.floor(next() * items.length)]!,
    /** mean 1, spread sd in the logarithm */
    logNormal: (sd: number): number => Math.exp(sd * normal()),
  };
}
export type Random = ReturnType<typeof makeRandom>;
