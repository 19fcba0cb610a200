import type { BenchReply, RoomReply, Vessel } from '@north-step/contract';
import { given } from '@north-step/core/given';
import { DEFAULT_PRICES, type Prices } from '@north-step/core/prices';
import { type DirtyLiquid, type ReclaimOption, reclaimOptions } from '@north-step/core/reclaim';
import { useBenchQuery, useRoomQuery } from '../../store/api.ts';
import { useRunsQuery } from './endpoints.ts';

/** Prices of the workshop, and what they are in. */
export function usePrices(): { readonly prices: Prices; readonly currency: string } {
  const room: RoomReply['room'] | undefined = useRoomQuery().data?.room;
  return { prices: { ...DEFAULT_PRICES, ...given(room?.prices ?? {}) }, currency: room?.currency ?? '' };
}

/** Used liquid as the bench knows it: by its readings where there are some, else by the book. */
export function dirtyOf(vessel: Vessel, care: BenchReply['care'], litres?: number): DirtyLiquid {
  const note = care[vessel.id];
  return {
    // not a drop more than there is
    litres: litres ?? Math.floor(vessel.volumeMl / 10) / 100,
    loadPctW: Number((note?.loadPctW ?? vessel.loadPctW).toFixed(2)),
    strengthPctW: Number((note?.strengthPctW ?? vessel.strengthPctW ?? 0).toFixed(1)),
    solvent: vessel.solvent,
  };
}

/** Where used liquid waits: drums, jars and pans first, then the rest that holds some. */
export const usedFirst = (vessels: readonly Vessel[]): readonly Vessel[] => {
  const rank = ({ role, kind }: Vessel) =>
    role === 'drum' ? 0 : kind === 'drum' || kind === 'jar' ? 1 : kind === 'bath' ? 2 : 3;
  return vessels
    .filter(
      ({ role, volumeMl, kind }) =>
        volumeMl >= 50 && role !== 'fresh' && role !== 'reclaimed' && kind !== 'tin' && kind !== 'still',
    )
    .sort((a, b) => rank(a) - rank(b));
};

/** What can be done with used liquid here, the cheapest first. */
export function useOptions(dirty: DirtyLiquid | undefined): readonly ReclaimOption[] {
  const { prices } = usePrices();
  const learned = useRunsQuery().data?.learned;
  const pan = useBenchQuery().data?.vessels.find(({ kind }) => kind === 'pan');
  if (!dirty || dirty.litres < 0.05) return [];
  return reclaimOptions(dirty, { prices, pass: learned?.constants, panAreaM2: pan?.surfaceM2 });
}
