import type { Worker } from 'node:worker_threads';
import { InputError } from '@north-step/core/units';
import { startThread } from './thread.ts';

/** A thread could not answer: with a field where what it was asked is at fault. */
export type ThreadFailed = {
  readonly id: number;
  readonly failed: { readonly message: string; readonly field?: string; readonly stack?: string };
};
type Reply<Answer> = { readonly id: number; readonly answer: Answer } | ThreadFailed;
export type Asker<Question, Answer> = {
  /** @throws InputError when what is asked cannot be answered; Error with the thread's stack for a fault of its own */
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
    worker.on('message', (reply: Reply<Answer>) => {
      const promise = waiting.get(reply.id);
      waiting.delete(reply.id);
      if ('answer' in reply) promise?.resolve(reply.answer);
      else promise?.reject(errorOf(reply.failed));
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

function errorOf({ message, field, stack }: ThreadFailed['failed']): Error {
  if (field !== undefined) return new InputError(field, message);
  const error = new Error(message);
  if (stack !== undefined) error.stack = stack;
  return error;
}
