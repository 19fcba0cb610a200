import type { LiveHub } from './hub.ts';

/** What changes without being told, the samples of a device, is read anew after so long. */
const ANEW_MS = 1500;
const MOST = 64;

/**
 * What was read, until something changes: after each change many pages ask the same, and one read serves them all.
 * A read that was begun before a change is not given to whoever asks after it.
 */
export class Remembered {
  private readonly reads = new Map<string, { readonly answer: Promise<unknown>; readonly atMs: number }>();
  private readonly runMs: () => number;

  constructor(hub: LiveHub, runMs = () => performance.now()) {
    hub.listen(() => this.reads.clear());
    this.runMs = runMs;
  }

  read<T>(key: string, make: () => Promise<T>): Promise<T> {
    const known = this.reads.get(key);
    if (known && this.runMs() - known.atMs < ANEW_MS) return known.answer as Promise<T>;
    const answer = make();
    this.reads.delete(key);
    this.reads.set(key, { answer, atMs: this.runMs() });
    if (this.reads.size > MOST) this.reads.delete(this.reads.keys().next().value!);
    answer.catch(() => this.reads.delete(key));
    return answer;
  }
}
