import type { BenchReply } from '@north-step/contract';
import { placeOf } from '@north-step/core/batch';
import type { Action } from '@north-step/core/nextStep';
import { noticed } from '../../commands/outbox.ts';
import { chose } from '../../store/here.ts';
import { useAppDispatch } from '../../store/store.ts';

/** What is being lifted out now must be what was scanned: these tiers leave no time for another. */
const PRESSING = ['limit', 'pull-out'];

/** A scanned label chooses its batch, or says why it does not. */
export function useScanned(bench: BenchReply | undefined, action: Action | undefined): (name: string) => void {
  const dispatch = useAppDispatch();
  return (name) => {
    if (!bench) return;
    const same = (other: string) => other.toLowerCase() === name.toLowerCase();
    const batch = bench.open.find((one) => same(one.name));
    const refuse = (message: string, remedy: string) => dispatch(noticed({ kind: 'refused', message, remedy }));
    if (!batch) {
      const done = bench.doneToday.find((one) => same(one.name));
      return void refuse(
        done ? `${done.name} was sealed today; nothing is left to do on it.` : `No open batch is called “${name}”.`,
        done ? 'Its record is under Records.' : 'Scan again, or find it with /.',
      );
    }
    const expected = action && bench.open.find(({ id }) => id === action.batchId);
    if (expected && expected.id !== batch.id && PRESSING.includes(action.tier)) {
      const place = bench.stations.find(({ id }) => id === placeOf(batch))?.name ?? 'elsewhere';
      return void refuse(
        `That is the label of ${batch.name}, which is at ${place}. In ${action.station} lies ${expected.name}.`,
        `Lift ${expected.name} out first; then scan ${batch.name} again.`,
      );
    }
    dispatch(noticed(undefined));
    dispatch(chose(batch.id));
  };
}
