import { type BatchState, lampKindsOf } from '@north-step/core/batch';
import { box, type Pocket, scaledTo } from '@north-step/core/mesh';
import { useMemo } from 'react';
import { useStoredParts } from '../part/index.ts';

/** One kind of piece of a batch, as it is put under a lamp. */
export type CurePart = {
  readonly name: string;
  readonly count: number;
  readonly positions: Float32Array;
  readonly key: string;
  /** there is no file: a block of the part's sizes stands in */
  readonly standIn: boolean;
  /** cups, holes and cavities with a mouth, largest first */
  readonly hollows: readonly Pocket[];
};
export type CureParts = {
  /** nothing while a file is on its way */
  readonly parts?: readonly CurePart[] | undefined;
  /** how far the reading is, 0 to 1 */
  readonly share?: number | undefined;
};

/** Every kind of piece of a batch, at least one. */
export function useCureParts(batch: BatchState | undefined): CureParts {
  // a batch comes anew with every change; its part stays what it was
  const told = batch && JSON.stringify([batch.part, batch.count]);
  const kinds = useMemo(() => {
    if (!told) return [];
    const [part, count] = JSON.parse(told) as [BatchState['part'], number];
    return lampKindsOf(part, count);
  }, [told]);
  const { files, share } = useStoredParts(kinds.map(({ part }) => part.meshSha256));
  const parts = useMemo(
    () =>
      kinds.length === 0 || share !== undefined
        ? undefined
        : kinds.map(({ part, count, boxMm, key }, i): CurePart => {
            const stored = files[i];
            const side = Math.sqrt(Math.max(4, part.areaMm2 / 6));
            const [x, y, z] = part.boxMm ?? [side, side, part.heightMm];
            return {
              name: part.name,
              count,
              positions: stored ? scaledTo(stored.positions, boxMm) : box(x, y, z),
              key: stored ? key : `block ${x} ${y} ${z}`,
              standIn: !stored,
              hollows: stored?.measures.pockets ?? [],
            };
          }),
    [kinds, files, share],
  );
  return { parts, share };
}
