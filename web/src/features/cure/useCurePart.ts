import { box, type Pocket, scaledTo } from '@north-step/core/mesh';
import type { BatchState } from '@north-step/core/route';
import { useMemo } from 'react';
import { useStoredPart } from '../part/index.ts';

export type CurePart = {
  readonly positions: Float32Array;
  readonly key: string;
  /** there is no file: a block of the part's sizes stands in */
  readonly standIn: boolean;
  /** cups, holes and cavities with a mouth, largest first */
  readonly hollows: readonly Pocket[];
};

/** The part of a batch as it is put under a lamp. @returns nothing while its file is on its way */
export function useCurePart(batch: BatchState | undefined): CurePart | undefined {
  const stored = useStoredPart(batch?.part.meshSha256);
  // a batch comes anew with every change; its part stays what it was
  const told = batch && JSON.stringify(batch.part);
  return useMemo(() => {
    if (!told) return undefined;
    const part = JSON.parse(told) as BatchState['part'];
    if (part.meshSha256 && !stored) return undefined;
    const side = Math.sqrt(Math.max(4, part.areaMm2 / 6));
    const [x, y, z] = part.boxMm ?? [side, side, part.heightMm];
    return {
      positions: stored ? scaledTo(stored.positions, part.boxMm) : box(x, y, z),
      key: part.meshSha256 ?? `block ${x} ${y} ${z}`,
      standIn: !stored,
      hollows: stored?.measures.pockets ?? [],
    };
  }, [told, stored]);
}
