import type { Refusal } from '@north-step/core/result';
import { Refused } from '../http/errors.ts';
import { answerAsked } from '../threads/answerAsked.ts';
import { MODELS } from './models.ts';

export type ComputeQuestion = { readonly name: string; readonly input: unknown };
export type ComputeAnswer =
  | { readonly ok: true; readonly value: object }
  | { readonly ok: false; readonly refusal: Refusal };

/** Any of the pure calculations, away from the main thread. */
export default answerAsked(({ name, input }: ComputeQuestion): ComputeAnswer => {
  try {
    return { ok: true, value: MODELS.find((model) => model.name === name)!.run(input as never) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, refusal: error.refusal };
    throw error;
  }
});
