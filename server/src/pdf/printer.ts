import { type Asker, askThread } from '../threads/index.ts';

/** Pages as plain data: what the library takes, with a line at the foot of each page beside its number. */
export type Page = { readonly content: unknown; readonly footerText?: string } & Readonly<Record<string, unknown>>;
export type Printer = Asker<Page, Uint8Array>;

/** Draws pages into PDF in a thread of its own: the largest sheet of labels takes seconds. */
export const makePrinter = (): Printer =>
  askThread(new URL('./pdfThread.ts', import.meta.url), { withinMs: 60_000, memoryMb: 768 });
