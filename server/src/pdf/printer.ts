import { type Asking, askThread } from '../threads/index.ts';

/** Pages as plain data: what the library takes, with a line at the foot of each page beside its number. */
export type Page = { readonly content: unknown; readonly footerText?: string } & Readonly<Record<string, unknown>>;
export type Printer = {
  readonly print: (page: Page, asking?: Asking) => Promise<Buffer>;
  readonly close: () => Promise<void>;
};

/** Draws pages into PDF in a thread of its own: the largest sheet of labels takes seconds. */
export function makePrinter(): Printer {
  const asker = askThread<Page, Uint8Array>(new URL('./pdfThread.ts', import.meta.url), {
    withinMs: 60_000,
    memoryMb: 768,
  });
  return { print: async (page, asking) => Buffer.from(await asker.ask(page, asking)), close: asker.close };
}
