import type { Worker } from 'node:worker_threads';
import type { MeasureOptions, MeshMeasures } from '@north-step/core/mesh';
import type { Refusal, Result } from '@north-step/core/result';
import { startThread } from '../db/index.ts';

type Reply = { readonly id: number; readonly result?: Result<MeshMeasures, Refusal>; readonly error?: string };
export type Measurer = {
  readonly measure: (bytes: Uint8Array, options: MeasureOptions) => Promise<Result<MeshMeasures, Refusal>>;
  readonly close: () => Promise<void>;
};

/** One thread, started at the first mesh and kept. */
export function makeMeasurer(): Measurer {
  const waiting = new Map<
    number,
    { resolve: (result: Result<MeshMeasures, Refusal>) => void; reject: (error: Error) => void }
  >();
  let thread: Worker | undefined;
  let nextId = 1;
  const failAll = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
    thread = undefined;
  };
  const begin = (): Worker => {
    const worker = startThread(new URL('./measureThread.ts', import.meta.url));
    worker.on('message', (reply: Reply) => {
      const promise = waiting.get(reply.id);
      waiting.delete(reply.id);
      if (reply.result) promise?.resolve(reply.result);
      else promise?.reject(new RangeError(reply.error ?? 'measuring failed'));
    });
    worker.on('error', failAll);
    worker.unref();
    return worker;
  };
  return {
    measure: (bytes, options) =>
      new Promise((resolve, reject) => {
        thread ??= begin();
        const id = nextId++;
        waiting.set(id, { resolve, reject });
        thread.postMessage({ id, bytes, options });
      }),
    close: async () => void (await thread?.terminate()),
  };
}
