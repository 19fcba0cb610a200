/** Runs a thread from its TypeScript source while developing: bundled first, in a fifth of a second. A built thread needs none of this. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { threadId } from 'node:worker_threads';
import { build } from 'esbuild';
import { packagesStay } from './packagesStay.mjs';

const source = fileURLToPath(process.argv[2]);
const root = fileURLToPath(new URL('../../..', import.meta.url));
const { outputFiles } = await build({
  absWorkingDir: root,
  entryPoints: [source],
  bundle: true,
  write: false,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  plugins: [packagesStay],
});
const { text } = outputFiles[0];
const folder = path.join(root, 'node_modules', '.cache', 'north-step-threads');
const file = path.join(folder, `${createHash('sha256').update(text).digest('hex').slice(0, 24)}.mjs`);
if (!existsSync(file)) {
  mkdirSync(folder, { recursive: true });
  const mine = `${file}.${process.pid}.${threadId}`;
  writeFileSync(mine, text);
  renameSync(mine, file);
}
const thread = await import(pathToFileURL(file).href);
export default thread.default;
