import type { Worker } from 'node:worker_threads';
import { startThread } from './thread.ts';

type Reply<Answer> = {
  readonly id: number;
  readonly answer?: Answer;
  readonly error?: string;
  readonly field?: string;
};
export type Asker<Question, Answer> = {
  /** @throws RangeError with the thread's own words when it cannot answer */
  readonly ask: (question: Question) => Promise<Answer>;
  readonly close: () => Promise<void>;
};

/** One thread for one kind of question, started at the first and kept; questions wait for each other. */
export function askThread<Question, Answer>(source: URL): Asker<Question, Answer> {
  const waiting = new Map<number, { resolve: (answer: Answer) => void; reject: (error: Error) => void }>();
  let thread: Worker | undefined;
  let nextId = 1;
  const failAll = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
    thread = undefined;
  };
  const begin = (): Worker => {
    const worker = startThread(source);
    worker.on('message', ({ id, answer, error, field }: Reply<Answer>) => {
      const promise = waiting.get(id);
      waiting.delete(id);
      if (answer !== undefined) promise?.resolve(answer);
      else promise?.reject(Object.assign(new RangeError(error ?? 'the thread could not answer'), { field }));
    });
    worker.on('error', failAll);
    worker.on('exit', () => failAll(new Error('the thread has stopped')));
    worker.unref();
    return worker;
  };
  return {
    ask: (question) =>
      new Promise((resolve, reject) => {
        thread ??= begin();
        const id = nextId++;
        waiting.set(id, { resolve, reject });
        thread.postMessage({ id, question });
      }),
    close: async () => void (await thread?.terminate()),
  };
}
