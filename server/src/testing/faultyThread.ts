import { InputError } from '@north-step/core/units';
import { answerAsked } from '../threads/answerAsked.ts';

type Question = { readonly what: 'answer' | 'bug' | 'input' | 'never' | 'memory'; readonly value?: number };

/** A thread that fails in every way. */
export default answerAsked(({ what, value }: Question): unknown => {
  switch (what) {
    case 'answer':
      return value;
    case 'input':
      throw new InputError('voxelMm', 'voxelMm must be above 0.');
    case 'bug':
      return (undefined as unknown as { deep: object }).deep;
    case 'never':
      for (;;);
    case 'memory': {
      const kept: object[] = [];
      for (;;) kept.push({ more: kept.length });
    }
  }
});
