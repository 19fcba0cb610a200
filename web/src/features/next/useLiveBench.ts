import type { BatchState } from '@north-step/core/batch';
import type { Action } from '@north-step/core/nextStep';
import { useDeviceScans } from '../../devices/useDeviceScans.ts';
import { useScanner } from '../../devices/useScanner.ts';
import { useSignals } from '../../signals/useSignals.ts';
import { useAppSelector } from '../../store/store.ts';
import { type BenchNowView, useBench } from './useBench.ts';
import { useScanned } from './useScanned.ts';

/** The bench as somebody works at it: with the action that is chosen, or else comes first; labels are heard, calls are made. */
export function useLiveBench(): BenchNowView & {
  readonly action: Action | undefined;
  readonly batch: BatchState | undefined;
} {
  const view = useBench();
  const { bench, actions } = view;
  const chosenId = useAppSelector((state) => state.here.chosenBatchId);
  const action = actions.find(({ batchId }) => batchId === chosenId) ?? actions[0];
  const batch = bench?.open.find(({ id }) => id === action?.batchId);
  useSignals(actions);
  const scanned = useScanned(bench, action);
  useScanner(scanned);
  useDeviceScans(scanned);
  return { ...view, action, batch };
}
