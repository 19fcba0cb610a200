import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';

/** Starts one of our worker threads: the built .js beside the bundle, or the .ts source through tsx while developing. */
export function startThread(source: URL, data?: unknown): Worker {
  const built = new URL(source.href.replace(/\.ts$/, '.js'));
  const bundled = new URL(`./${built.pathname.split('/').at(-1)}`, import.meta.url);
  for (const candidate of [bundled, built]) {
    if (existsSync(fileURLToPath(candidate))) return new Worker(candidate, { workerData: data });
  }
  const throughTsx = `import('tsx/esm/api').then((tsx) => { tsx.register(); return import(${JSON.stringify(source.href)}); });`;
  return new Worker(throughTsx, { workerData: data, eval: true });
}
