import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';

/** The script that `index.html` asks for before anything is drawn: its entry and all that this imports at once. */
export type FirstLoad = { readonly files: readonly string[]; readonly gzipBytes: number };

/** What a page may weigh before it draws, in bytes of gzip. */
export const FIRST_LOAD_BYTES = 170_000;

/**
 * What of a built page is loaded before it draws.
 * @param web Folder that `scripts/build.mjs` wrote.
 * @throws when it is not there, or names no script
 */
export function firstLoad(web: string): FirstLoad {
  const read = (name: string) => readFileSync(path.join(web, 'assets', name));
  const html = readFileSync(path.join(web, 'index.html'), 'utf8');
  const files = new Set([...html.matchAll(/assets\/([\w-]+\.js)/g)].map((match) => match[1]!));
  if (files.size === 0) throw new Error(`${web}/index.html names no script`);
  for (const name of files)
    for (const match of read(name)
      .toString()
      .matchAll(/(?:from|import)\s*["`']\.\/([\w-]+\.js)["`']/g))
      files.add(match[1]!);
  return { files: [...files], gzipBytes: [...files].reduce((sum, name) => sum + gzipSync(read(name)).length, 0) };
}
