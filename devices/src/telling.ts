import type { Sample } from '@north-step/contract';
import { type Bridge, sleep } from './bridge.ts';

/** Seconds by a clock that nobody sets. */
export const nowS = () => performance.now() / 1000;

/** Tells what a device shows, over and over, until it is stopped. */
export function telling(
  bridge: Pick<Bridge, 'running' | 'send'>,
  sample: () => Sample | Promise<Sample>,
  everyMs: () => number,
): void {
  void (async () => {
    while (bridge.running) {
      await bridge.send([await sample()]);
      await sleep(everyMs());
    }
  })();
}
