import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';

/** What a thread is started from: the built .js beside the bundle, or the .ts source, bundled on the way, while developing. */
export function threadFile(source: URL): { readonly file: URL; readonly argv: string[] } {
  const built = new URL(source.href.replace(/\.ts$/, '.js'));
  const bundled = new URL(`./${built.pathname.split('/').at(-1)}`, import.meta.url);
  for (const file of [bundled, built]) if (existsSync(fileURLToPath(file))) return { file, argv: [] };
  return { file: new URL('./developing.mjs', import.meta.url), argv: [source.href] };
}

/** Starts one of our threads. */
export function startThread(source: URL, data?: unknown): Worker {
  const { file, argv } = threadFile(source);
  return new Worker(file, { argv, workerData: data });
}
