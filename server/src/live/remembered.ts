import type { Context } from '../context.ts';

/** What changes without being told, the samples of a device or the hour, is read anew after so long. */
const ANEW_MS = 1500;
const MOST = 64;

/**
 * What was read, until something changes: after each change many pages ask the same, and one read serves them all.
 * A read that was begun before a change is not given to whoever asks after it.
 */
export class Remembered {
  private readonly reads = new Map<
    string,
    { readonly answer: Promise<unknown>; readonly atMs: number; readonly runMs: number }
  >();
  private readonly nowMs: () => number;

  constructor({ live, nowMs }: Pick<Context, 'live' | 'nowMs'>) {
    // what a sensor tells every second is sent as it is; nobody reads the bench for it
    live.listen(({ topics }) => topics.some((topic) => !topic.startsWith('trace:')) && this.reads.clear());
    this.nowMs = nowMs;
  }

  read<T>(key: string, make: () => Promise<T>): Promise<T> {
    const atMs = this.nowMs();
    const runMs = performance.now();
    const known = this.reads.get(key);
    // by the workshop's time, which may be set, and by the machine's, which goes on
    if (known && Math.abs(atMs - known.atMs) < ANEW_MS && runMs - known.runMs < ANEW_MS)
      return known.answer as Promise<T>;
    const answer = make();
    this.reads.delete(key);
    this.reads.set(key, { answer, atMs, runMs });
    if (this.reads.size > MOST) this.reads.delete(this.reads.keys().next().value!);
    answer.catch(() => this.reads.delete(key));
    return answer;
  }
}
