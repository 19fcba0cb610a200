import { type Asker, askThread, type Limits } from '../threads/index.ts';
import type { EstimateAnswer, EstimateRequest } from './estimateThread.ts';

export type Estimator = Asker<EstimateRequest, EstimateAnswer>;

/** Its snapshots are worth keeping for a day. */
const KEPT_MS = 86_400_000;

/** Starts the filter's thread at the first question. It throws RangeError when the history or the question is impossible. */
export const makeEstimator = (limits?: Limits): Estimator =>
  askThread(new URL('./estimateThread.ts', import.meta.url), { idleMs: KEPT_MS, ...limits });
