import { parentPort } from 'node:worker_threads';

/** The other end of `askThread`: answers one question after another. */
export function answerAsked<Question, Answer>(answer: (question: Question) => Answer): void {
  parentPort!.on('message', ({ id, question }: { id: number; question: Question }) => {
    try {
      parentPort!.postMessage({ id, answer: answer(question) });
    } catch (error) {
      const field = error instanceof Error && 'field' in error ? error.field : undefined;
      parentPort!.postMessage({ id, error: error instanceof Error ? error.message : String(error), field });
    }
  });
}
