import type { Change, Patch, Topic } from '@north-step/contract';

/** Hands changes to whoever listens, in order. */
export class LiveHub {
  private readonly listeners = new Set<(change: Change) => void>();
  private seq = 0;

  /** @param patch what is new, where that is small enough to be sent */
  publish(topics: readonly Topic[], patch?: Patch): void {
    if (topics.length === 0) return;
    const change = { seq: ++this.seq, topics, ...(patch ? { patch } : {}) };
    for (const listener of this.listeners) listener(change);
  }

  /** @returns a function that stops listening */
  listen(listener: (change: Change) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
