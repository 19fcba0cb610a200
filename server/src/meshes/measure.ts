import type { MeasureOptions, MeshMeasures } from '@north-step/core/mesh';
import type { Refusal, Result } from '@north-step/core/result';
import { type Asking, askThread } from '../threads/index.ts';

export type MeasureQuestion = { readonly bytes: Uint8Array; readonly options: MeasureOptions };
export type Measurer = {
  readonly measure: (
    bytes: Uint8Array,
    options: MeasureOptions,
    asking?: Asking,
  ) => Promise<Result<MeshMeasures, Refusal>>;
  readonly close: () => Promise<void>;
};

/** The largest mesh that is taken is measured in a third of it. */
const MEASURED_WITHIN_MS = 60_000;

/** Measures meshes in threads of their own. */
export function makeMeasurer(): Measurer {
  const asker = askThread<MeasureQuestion, Result<MeshMeasures, Refusal>>(
    new URL('./measureThread.ts', import.meta.url),
    { threads: 2, withinMs: MEASURED_WITHIN_MS, memoryMb: 1024 },
  );
  return { measure: (bytes, options, asking) => asker.ask({ bytes, options }, asking), close: asker.close };
}
