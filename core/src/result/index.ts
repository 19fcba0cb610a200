import type { RefusalCode } from './refusals.ts';

export { type RefusalCode, statusOf } from './refusals.ts';

/** The answer to a request that a user may be refused: either a value, or a coded refusal. */
export type Result<T, R> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: R };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const refuse = <R>(refusal: R): { readonly ok: false; readonly refusal: R } => ({ ok: false, refusal });

/** What happened and the way on, as one text. */
export const refusalText = ({
  message,
  remedy,
}: {
  readonly message: string;
  readonly remedy?: string | undefined;
}): string => [message, remedy].filter(Boolean).join(' ');

/** A refusal every screen can show: what happened, and the way on. */
export type Refusal = {
  readonly code: RefusalCode;
  readonly message: string;
  /** What to do instead, in the imperative. */
  readonly remedy?: string | undefined;
  readonly field?: string | undefined;
};
