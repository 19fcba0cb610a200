import type { Do } from '../next/index.ts';

/** Sends a command on the batch of the sheet. */
export type Send = (verb: string, body?: Record<string, unknown>) => ReturnType<Do['send']>;
