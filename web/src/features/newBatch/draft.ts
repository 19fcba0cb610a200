import type { Priority } from '@north-step/core/batch';

/** What is chosen for a batch that is not hung yet. */
export type Choices = {
  readonly cardId?: string;
  readonly lot?: string | undefined;
  /** pieces, when they are not counted file by file */
  readonly count: number;
  readonly dripMin: number;
  readonly customer: string;
  /** as the browser's own date field has it; empty when nobody said */
  readonly due: string;
  readonly priority: Priority;
  /** nothing: the advised route */
  readonly routeId?: string | undefined;
  /** tightest tolerance as typed, ± mm */
  readonly tolerance: string;
};
export type Sizes = { readonly name: string /** length, width, height as typed */; readonly mm: readonly string[] };
