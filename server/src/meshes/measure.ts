import type { MeasureOptions, MeshMeasures } from '@north-step/core/mesh';
import type { Refusal, Result } from '@north-step/core/result';
import { askThread } from '../db/index.ts';

export type MeasureQuestion = { readonly bytes: Uint8Array; readonly options: MeasureOptions };
export type Measurer = {
  readonly measure: (bytes: Uint8Array, options: MeasureOptions) => Promise<Result<MeshMeasures, Refusal>>;
  readonly close: () => Promise<void>;
};

/** Measures meshes in a thread of its own. */
export function makeMeasurer(): Measurer {
  const asker = askThread<MeasureQuestion, Result<MeshMeasures, Refusal>>(
    new URL('./measureThread.ts', import.meta.url),
  );
  return { measure: (bytes, options) => asker.ask({ bytes, options }), close: asker.close };
}
