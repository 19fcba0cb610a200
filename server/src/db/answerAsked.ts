import { parentPort } from 'node:worker_threads';
import { InputError } from '@north-step/core/units';
import type { ThreadFailed } from './askThread.ts';

/** The other end of `askThread`: answers one question after another. */
export function answerAsked<Question, Answer>(answer: (question: Question) => Answer): void {
  parentPort!.on('message', ({ id, question }: { id: number; question: Question }) => {
    try {
      parentPort!.postMessage({ id, answer: answer(question) });
    } catch (error) {
      const { message, stack } = error instanceof Error ? error : new Error(String(error));
      // only a fault in what was asked has a field: all else is a fault of ours
      const field = error instanceof InputError ? error.field : undefined;
      parentPort!.postMessage({ id, failed: { message, field, stack } } satisfies ThreadFailed);
    }
  });
}
