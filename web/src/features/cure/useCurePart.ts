import { footprint, motionOf, movedBy } from '@north-step/core/light';
import { box, type Vec3 } from '@north-step/core/mesh';
import type { BatchState } from '@north-step/core/route';
import { useMemo } from 'react';
import { useStoredPart } from '../part/index.ts';

export type CurePart = {
  readonly positions: Float32Array;
  readonly key: string;
  /** there is no file: a block of the part's sizes stands in */
  readonly standIn: boolean;
  /** of its outline from above, from the middle of its box, mm */
  readonly radiusMm: number;
};
const UP: Vec3 = [0, 0, 1];

/** The part of a batch as it is put under a lamp. @returns nothing while its file is on its way */
export function useCurePart(batch: BatchState | undefined): CurePart | undefined {
  const stored = useStoredPart(batch?.part.meshSha256);
  const { positions } = stored ?? {};
  // a batch comes anew with every change; its part stays what it was
  const told = batch && JSON.stringify(batch.part);
  return useMemo(() => {
    if (!told) return undefined;
    const part = JSON.parse(told) as BatchState['part'];
    if (part.meshSha256 && !positions) return undefined;
    const side = Math.sqrt(Math.max(4, part.areaMm2 / 6));
    const [x, y, z] = part.boxMm ?? [side, side, part.heightMm];
    const shape = positions ?? box(x, y, z);
    const outline = footprint(movedBy(shape, motionOf(shape, { part: 0, xMm: 0, yMm: 0, turnDeg: 0, up: UP })));
    return {
      positions: shape,
      key: part.meshSha256 ?? `block ${x} ${y} ${z}`,
      standIn: !positions,
      radiusMm: Math.max(...outline.map(([px, py]) => Math.hypot(px, py))),
    };
  }, [told, positions]);
}
