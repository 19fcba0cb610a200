/** Work that waits, a line for each client: who has asked for much does not hold up who asks for little. */
export class FairQueue<Job extends { readonly client: string }> {
  private readonly lines = new Map<string, Job[]>();

  add(job: Job): void {
    const line = this.lines.get(job.client) ?? [];
    line.push(job);
    this.lines.set(job.client, line);
  }

  waitingOf(client: string): number {
    return this.lines.get(client)?.length ?? 0;
  }

  /** The next of whoever has waited longest for a turn and has nothing running. */
  take(runs: (client: string) => boolean): Job | undefined {
    for (const [client, line] of this.lines) {
      if (runs(client)) continue;
      const job = line.shift()!;
      this.lines.delete(client);
      // to the end: every other client comes first
      if (line.length > 0) this.lines.set(client, line);
      return job;
    }
    return undefined;
  }

  remove(job: Job): void {
    const line = (this.lines.get(job.client) ?? []).filter((one) => one !== job);
    if (line.length > 0) this.lines.set(job.client, line);
    else this.lines.delete(job.client);
  }

  /** Everything that waits, taken out. */
  empty(): readonly Job[] {
    const jobs = [...this.lines.values()].flat();
    this.lines.clear();
    return jobs;
  }
}
