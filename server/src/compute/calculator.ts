import { type Asker, askThread } from '../threads/index.ts';
import type { ComputeAnswer, ComputeQuestion } from './computeThread.ts';

export type Calculator = Asker<ComputeQuestion, ComputeAnswer>;
/** Every calculation of the bench takes a small part of it; memory that holds the largest of them. */
const LIMITS = { threads: 2, withinMs: 10_000, memoryMb: 384 };

/** Works the models out in threads of their own: no question, however large, stops the bench. */
export const makeCalculator = (): Calculator => askThread(new URL('./computeThread.ts', import.meta.url), LIMITS);
