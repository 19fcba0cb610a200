import { parentPort } from 'node:worker_threads';
import { type MeasureOptions, measureMesh } from '@north-step/core/mesh';

/** Measures one mesh after another away from the main thread. */
parentPort!.on('message', ({ id, bytes, options }: { id: number; bytes: Uint8Array; options: MeasureOptions }) => {
  try {
    const result = measureMesh(bytes, options);
    parentPort!.postMessage({ id, result: result.ok ? { ok: true, value: result.value.measures } : result });
  } catch (error) {
    parentPort!.postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
});
