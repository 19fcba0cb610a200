import type { Sample } from '@north-step/contract';
import { type CalmWeight, scaleDrift } from '@north-step/core/reading';
import { useRef } from 'react';

/** A weight that jumps by more than this was touched. */
const TOUCHED_G = 0.5;
const REMEMBERED = 30;

/** How fast a scale's zero runs away, g/s, from its calm weights since it was last touched. */
export function useCalmDrift(sample: Sample | undefined): number | undefined {
  const calm = useRef<readonly CalmWeight[]>([]);
  if (!sample?.stable || sample.grams === undefined) {
    if (sample) calm.current = [];
    return undefined;
  }
  const last = calm.current.at(-1);
  const now = { atMs: sample.atMs, grams: sample.grams };
  if (last && Math.abs(last.grams - now.grams) > TOUCHED_G) calm.current = [now];
  else if (last?.atMs !== now.atMs) calm.current = [...calm.current, now].slice(-REMEMBERED);
  return scaleDrift(calm.current);
}
