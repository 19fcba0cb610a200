/** Runs a thread from its TypeScript source while developing: bundled first, unless nothing of it has changed since. A built thread needs none of this. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { threadId } from 'node:worker_threads';

const source = fileURLToPath(process.argv[2]);
const root = fileURLToPath(new URL('../../..', import.meta.url));
const folder = path.join(root, 'node_modules', '.cache', 'north-step-threads');
const hash = (text) => createHash('sha256').update(text).digest('hex').slice(0, 24);
/** what the newest bundle was made of: paths from the root, with size and time of change */
const list = path.join(folder, `${hash(source)}.json`);

const stamp = (input) => {
  const { size, mtimeMs } = statSync(path.join(root, input));
  return `${size} ${mtimeMs}`;
};
/** The bundle of last time. @returns nothing when a file that it was made of has changed, or is gone */
function keptBundle() {
  try {
    const { file, inputs } = JSON.parse(readFileSync(list, 'utf8'));
    return existsSync(file) && inputs.every(([input, was]) => stamp(input) === was) ? file : undefined;
  } catch {
    return undefined;
  }
}
/** Whole or not there, whoever else writes it. */
function write(file, text) {
  const mine = `${file}.${process.pid}.${threadId}`;
  writeFileSync(mine, text);
  renameSync(mine, file);
}
async function bundle() {
  const [{ build }, { packagesStay }] = await Promise.all([import('esbuild'), import('./packagesStay.mjs')]);
  const { outputFiles, metafile } = await build({
    absWorkingDir: root,
    entryPoints: [source],
    bundle: true,
    write: false,
    metafile: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    plugins: [packagesStay],
  });
  const { text } = outputFiles[0];
  const file = path.join(folder, `${hash(text)}.mjs`);
  mkdirSync(folder, { recursive: true });
  if (!existsSync(file)) write(file, text);
  const inputs = Object.keys(metafile.inputs).map((input) => [input, stamp(input)]);
  write(list, JSON.stringify({ file, inputs }));
  return file;
}
const thread = await import(pathToFileURL(keptBundle() ?? (await bundle())).href);
export default thread.default;
