import type { Draft } from './draft.ts';

export type StepProps = { readonly draft: Draft; readonly set: (over: Partial<Draft>) => void };
