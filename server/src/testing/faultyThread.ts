import { InputError } from '@north-step/core/units';
import { answerAsked } from '../db/answerAsked.ts';

/** A thread that fails in both ways. */
answerAsked(({ what }: { readonly what: string }): object => {
  if (what === 'input') throw new InputError('voxelMm', 'voxelMm must be above 0.');
  return (undefined as unknown as { deep: object }).deep;
});
