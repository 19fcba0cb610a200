/** One ratio of `npm run bench`: ours over another, with its unit and what it may be. */
export type Row = {
  readonly what: string;
  readonly ours: number;
  readonly theirs: number;
  readonly unit: string;
  readonly budget: string;
};
export const rows: Row[] = [];
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
export function timed(work: () => unknown, rounds = 5): number {
  work();
  return median(
    Array.from({ length: rounds }, () => {
      const startMs = performance.now();
      work();
      return performance.now() - startMs;
    }),
  );
}
export async function timedAsync(work: (round: number) => Promise<unknown>, rounds: number): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const startMs = performance.now();
    await work(round);
    times.push(performance.now() - startMs);
  }
  return median(times);
}
