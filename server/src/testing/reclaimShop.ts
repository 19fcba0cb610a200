import { freshParcel } from '@north-step/core/solvent';
import type { Db } from '../db/index.ts';
import type { Workshop } from '../setUp.ts';
import { book } from '../solvent/index.ts';
import { wideWorkshop } from './workshop.ts';

/** The wide workshop with a jar, a still and a pan. */
export const reclaimWorkshop: Workshop = {
  ...wideWorkshop,
  vessels: [
    ...wideWorkshop.vessels,
    { id: 'settling', name: 'Settling jar', kind: 'jar', capacityMl: 8000, surfaceM2: 0.02 },
    { id: 'still', name: 'Still', kind: 'still', capacityMl: 4000, surfaceM2: 0.02 },
    { id: 'pan', name: 'Pan', kind: 'pan', solvent: 'water', capacityMl: 20_000, surfaceM2: 0.25 },
  ],
};

/** Dirty alcohol of 95 % in the drum, loaded as washing would have. */
export async function soilDrum(db: Db, atMs: number, loadPctW: number, volumeMl: number): Promise<void> {
  const [solvent, water] = freshParcel(volumeMl, 95);
  const resin = BigInt(Math.round((Number(solvent + water) * loadPctW) / (100 - loadPctW)));
  const lines = [
    { account: 'supply', parcel: [-solvent, -water, -resin] as const },
    { account: 'drum', parcel: [solvent, water, resin] as const },
  ];
  const said = { kind: 'fill', note: 'dirty', by: 'Ada B.', commandId: 'test-soil' };
  await db.transaction((tx) => book(tx, { ...said, id: `soil-${atMs}`, atMs, lines }));
}
