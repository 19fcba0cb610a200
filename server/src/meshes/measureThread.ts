import { type MeshMeasures, measureMesh } from '@north-step/core/mesh';
import type { Refusal, Result } from '@north-step/core/result';
import { answerAsked } from '../threads/answerAsked.ts';
import type { MeasureQuestion } from './measure.ts';

/** Measures one mesh after another away from the main thread. */
export default answerAsked(({ bytes, options }: MeasureQuestion): Result<MeshMeasures, Refusal> => {
  const result = measureMesh(bytes, options);
  return result.ok ? { ok: true, value: result.value.measures } : result;
});
