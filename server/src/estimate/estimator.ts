import type { Worker } from 'node:worker_threads';
import { startThread } from '../db/thread.ts';
import type { EstimateAnswer, EstimateReply, EstimateRequest } from './estimateThread.ts';

export type Estimator = {
  /** @throws RangeError when the history or the question is impossible */
  readonly ask: (request: Omit<EstimateRequest, 'id'>) => Promise<EstimateAnswer>;
  readonly close: () => Promise<void>;
};

/** Starts the filter's thread at the first question. */
export function makeEstimator(): Estimator {
  let thread: Worker | undefined;
  let nextId = 1;
  const waiting = new Map<number, { resolve: (answer: EstimateAnswer) => void; reject: (error: Error) => void }>();
  const failAll = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
    thread = undefined;
  };
  const start = (): Worker => {
    const started = startThread(new URL('./estimateThread.ts', import.meta.url));
    started.on('message', (reply: EstimateReply) => {
      const promise = waiting.get(reply.id);
      waiting.delete(reply.id);
      if ('error' in reply) promise?.reject(new RangeError(reply.error));
      else promise?.resolve(reply.answer);
    });
    started.on('error', failAll);
    started.on('exit', () => failAll(new Error('the estimator has stopped')));
    return started;
  };
  return {
    ask: (request) =>
      new Promise((resolve, reject) => {
        thread ??= start();
        const id = nextId++;
        waiting.set(id, { resolve, reject });
        thread.postMessage({ ...request, id } satisfies EstimateRequest);
      }),
    close: async () => void (await thread?.terminate()),
  };
}
