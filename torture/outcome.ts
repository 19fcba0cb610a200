/** What one kind of attack came to: how often it was tried, how often what was promised held, and the worst that was seen. */
export type Outcome = {
  readonly what: string;
  readonly tried: number;
  readonly held: number;
  readonly seen: string;
  /** a sentence for each time that it did not hold */
  readonly broke: readonly string[];
};
export type Attack = (rounds: number) => Promise<readonly Outcome[]>;

/** Runs one attack many times. @param attempt gives a sentence when it did not hold, and what was seen */
export async function often(
  what: string,
  rounds: number,
  attempt: (round: number) => Promise<string | undefined>,
  seen: () => string = () => '',
): Promise<Outcome> {
  const broke: string[] = [];
  for (let round = 0; round < rounds; round++) {
    const failed = await attempt(round).catch((error: Error) => `${error.name}: ${error.message.slice(0, 300)}`);
    if (failed !== undefined) broke.push(`round ${round + 1}: ${failed}`);
  }
  return { what, tried: rounds, held: rounds - broke.length, seen: seen(), broke };
}
