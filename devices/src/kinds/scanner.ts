import { Bridge } from '../bridge.ts';
import { telling } from '../telling.ts';
import type { RunDevice } from '../workshop.ts';

const QUIET_MS = 2000;

/** A scanner: tells what stands on the label that is held before it. */
export const scanner: RunDevice = (address, { labelOf }) => {
  const bridge = new Bridge(address, 'scanner');
  let scan = 0;
  let smudged = false;
  void bridge.followPresses(async ({ button, batchId = '' }) => {
    if (button === 'smudge') smudged = true;
    if (button === 'wipe') smudged = false;
    if (button !== 'scan')
      return void (await bridge.send([{ atMs: Date.now(), scan, note: smudged ? 'its window is smudged' : 'ready' }]));
    const code = smudged ? undefined : await labelOf(batchId);
    scan++;
    await bridge.send([
      { atMs: Date.now(), scan, ...(code ? { code, note: `read ${code}` } : { note: 'could not read that' }) },
    ]);
  });
  telling(
    bridge,
    () => ({ atMs: Date.now(), scan, note: smudged ? 'its window is smudged' : 'ready' }),
    () => QUIET_MS,
  );
  return { stop: () => bridge.stop() };
};
