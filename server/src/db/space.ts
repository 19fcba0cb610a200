import { statfs } from 'node:fs/promises';

/** plenty: all is well · low: it is said · full: nothing more is taken, so that what is there can still be closed */
export type SpaceLevel = 'plenty' | 'low' | 'full';
export type Space = { readonly level: SpaceLevel; readonly freeMb: number };

const MB = 1024 * 1024;
/** The log is kept up to 512 MB, and a backup needs room beside the data. */
const LOW_MB = 1024;
/** Enough for what is under way, a checkpoint and a clean stop. */
const FULL_MB = 128;
const LOOK_MS = 5000;
/** a disk that does not answer is not waited for */
const ANSWER_MS = 4000;

export const levelOf = (freeMb: number): SpaceLevel => (freeMb < FULL_MB ? 'full' : freeMb < LOW_MB ? 'low' : 'plenty');

/** Watches how much room the disk of a folder has for this user. */
export class SpaceWatch {
  private now: Space = { level: 'plenty', freeMb: Number.POSITIVE_INFINITY };
  private timer: NodeJS.Timeout | undefined;
  private readonly folder: string;
  private readonly freeBytes: (folder: string) => Promise<number>;

  /** @param freeBytes how the room is measured; tests say it themselves */
  constructor(folder: string, freeBytes = freeBytesOf) {
    this.folder = folder;
    this.freeBytes = freeBytes;
  }

  get space(): Space {
    return this.now;
  }

  async look(): Promise<Space> {
    const late = new Promise<undefined>((resolve) => setTimeout(resolve, ANSWER_MS, undefined).unref());
    const free = await Promise.race([this.freeBytes(this.folder).catch(() => undefined), late]);
    if (free !== undefined) this.now = { level: levelOf(free / MB), freeMb: Math.floor(free / MB) };
    return this.now;
  }

  /** @param onChange told when the level is another than before */
  follow(onChange: (space: Space) => void): void {
    this.timer = setInterval(async () => {
      const before = this.now.level;
      const space = await this.look();
      if (space.level !== before) onChange(space);
    }, LOOK_MS);
    this.timer.unref();
  }

  stop(): void {
    clearInterval(this.timer);
  }
}

async function freeBytesOf(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}
