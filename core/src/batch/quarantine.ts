import { clockText } from '../units/index.ts';
import { exposureS } from './asked.ts';
import type { BatchState } from './types.ts';

/** Soaked for so many times its limit, a batch is not gone on with before it has been looked into. An engineering guess. */
const QUARANTINE_FROM = 2;

/** What a batch that soaked far too long is held for; nothing for one that did not. */
export function quarantineOf(batch: BatchState, atMs: number): string | undefined {
  const soakedS = exposureS(batch, atMs);
  const capS = batch.card.exposureCapS;
  if (soakedS < QUARANTINE_FROM * capS) return undefined;
  return `Quarantine: ${clockText(soakedS)} in solvent, at most ${clockText(capS)}. Expect swelling, soft walls, layers that part as it dries. Let it rest as long as it soaked, then measure one size, bend a thin wall, look for cracks with a lens. Release it if it holds; else make it again.`;
}
