/** What changed, by topic: 'bench', 'solvent', 'records', 'batch:ID'. */
export type Change = { readonly seq: number; readonly topics: readonly string[] };

/** Hands changes to whoever listens, in order. */
export class LiveHub {
  private readonly listeners = new Set<(change: Change) => void>();
  private seq = 0;

  publish(topics: readonly string[]): void {
    if (topics.length === 0) return;
    const change = { seq: ++this.seq, topics };
    for (const listener of this.listeners) listener(change);
  }

  /** @returns a function that stops listening */
  listen(listener: (change: Change) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
