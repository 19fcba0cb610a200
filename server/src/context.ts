import type { WorkClock } from './clock.ts';
import type { Db, Space } from './db/index.ts';
import type { Practice } from './devices/practice.ts';
import type { LiveHub } from './live/hub.ts';

/** What every feature gets: passed in, so that tests and the demo can bring their own clock and ids. */
export type Context = {
  readonly db: Db;
  readonly nowMs: () => number;
  readonly newId: () => string;
  readonly live: LiveHub;
  /** where the machine’s own clock is watched */
  readonly clock?: Pick<WorkClock, 'jumpedMs' | 'take'>;
  /** simulated devices, where the server listens and can keep them running */
  readonly practice?: Pick<Practice, 'start' | 'stop'>;
  /** room on the disk, where it is watched */
  readonly space?: () => Space;
};
