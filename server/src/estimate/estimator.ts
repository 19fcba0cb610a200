import { type Asker, askThread } from '../db/index.ts';
import type { EstimateAnswer, EstimateRequest } from './estimateThread.ts';

export type Estimator = Asker<EstimateRequest, EstimateAnswer>;

/** Starts the filter's thread at the first question. It throws RangeError when the history or the question is impossible. */
export const makeEstimator = (): Estimator => askThread(new URL('./estimateThread.ts', import.meta.url));
