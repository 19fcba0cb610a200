import { isLookAfter, isLookBefore, isWash, STEP_KINDS, type StepKind } from '@north-step/core/route';

const kindsThat = (is: (step: { readonly kind: StepKind }) => boolean) => STEP_KINDS.filter((kind) => is({ kind }));
/** Kinds of steps as statements ask for them. */
export const WASHES = kindsThat(isWash);
export const LOOKS_AFTER = kindsThat(isLookAfter);
export const LOOKS = [...LOOKS_AFTER, ...kindsThat(isLookBefore)];
