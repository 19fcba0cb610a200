import { type Db, sql } from './db/index.ts';

/** Times that a machine tells, ms: by its calendar, and since it was started whatever its calendar does. */
export type Machine = { readonly wallMs: () => number; readonly runMs: () => number };
const THIS_MACHINE: Machine = { wallMs: Date.now, runMs: () => performance.now() };

/** A machine that slept has lost so much at most without anybody having set its clock. */
const SLEPT_MS = 36 * 3_600_000;
/** Set back by less, it is not worth a word: our own time waits for it. */
const SMALL_MS = 60_000;
/** Since the last fact of before a start: longer than any holiday. */
const LONG_AWAY_MS = 60 * 86_400_000;

/**
 * The time of the workshop: it never goes back by itself, and follows the machine's clock only by steps that a sleep explains.
 * What else the machine's clock does is told, and taken on only when somebody says so.
 */
export class WorkClock {
  private readonly machine: Machine;
  /** our time when the machine had run for so long */
  private at: { readonly ownMs: number; readonly runMs: number };

  /** @param lastFactMs of what is in the book: time does not begin before it, nor long after it unasked */
  constructor(lastFactMs = 0, machine = THIS_MACHINE) {
    this.machine = machine;
    const wallMs = machine.wallMs();
    const odd = lastFactMs > 0 && (wallMs < lastFactMs - SMALL_MS || wallMs > lastFactMs + LONG_AWAY_MS);
    this.at = { ownMs: odd ? lastFactMs : wallMs, runMs: machine.runMs() };
  }

  nowMs(): number {
    const { ownMs, runMs, aheadMs } = this.look();
    const explained = aheadMs > 0 && aheadMs <= SLEPT_MS;
    this.at = { ownMs: explained ? ownMs + aheadMs : ownMs, runMs };
    return Math.floor(this.at.ownMs);
  }

  /** How far the machine's clock is from ours where nothing explains it: it was set, or is wrong. */
  get jumpedMs(): number | undefined {
    const { aheadMs } = this.look();
    return aheadMs > SLEPT_MS || aheadMs < -SMALL_MS ? aheadMs : undefined;
  }

  /** Our time as the machine has run on, and how far its calendar is ahead of it. */
  private look(): { readonly ownMs: number; readonly runMs: number; readonly aheadMs: number } {
    const runMs = this.machine.runMs();
    const ownMs = this.at.ownMs + (runMs - this.at.runMs);
    return { ownMs, runMs, aheadMs: this.machine.wallMs() - ownMs };
  }

  /** Somebody says that the machine's clock is right. */
  take(): void {
    this.at = { ownMs: this.machine.wallMs(), runMs: this.machine.runMs() };
  }
}

/** When the last thing happened that is in the book; 0 in an empty one. */
export async function lastFactMs(db: Db): Promise<number> {
  const { at } = await db.one<{ at: Date | null }>(sql`
    SELECT greatest((SELECT max(at) FROM command), (SELECT max(at) FROM ledger_posting), (SELECT max(at) FROM shift_note)) AS at`);
  return at?.getTime() ?? 0;
}
