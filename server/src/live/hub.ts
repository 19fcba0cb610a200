import type { Change, Patch, Topic } from '@north-step/contract';

/** Hands changes to whoever listens, in order. */
export class LiveHub {
  private readonly listeners = new Set<(change: Change) => void>();
  /** goes on over a restart */
  private seq = Date.now();

  /** @param patch what is new, where that is small enough to be sent. @returns its place among all that was told, nothing where nothing is */
  publish(topics: readonly Topic[], patch?: Patch): number | undefined {
    if (topics.length === 0) return undefined;
    const change = { seq: ++this.seq, topics, ...(patch ? { patch } : {}) };
    for (const listener of this.listeners) listener(change);
    return change.seq;
  }

  /** @returns a function that stops listening */
  listen(listener: (change: Change) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
