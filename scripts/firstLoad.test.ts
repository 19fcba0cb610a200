import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { afterEach, describe, expect, it } from 'vitest';
import { FIRST_LOAD_BYTES, firstLoad } from './firstLoad.ts';

describe('what a page loads before it draws', () => {
  const made: string[] = [];
  afterEach(() => made.splice(0).forEach((folder) => rmSync(folder, { recursive: true })));
  function page(html: string, scripts: Readonly<Record<string, string>>) {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-page-'));
    made.push(folder);
    mkdirSync(path.join(folder, 'assets'));
    writeFileSync(path.join(folder, 'index.html'), html);
    for (const [name, code] of Object.entries(scripts)) writeFileSync(path.join(folder, 'assets', name), code);
    return folder;
  }

  it('is the entry and what that imports at once, not what comes when it is asked for', () => {
    const scripts = {
      'index-a.js': 'import{x}from"./frame-b.js";const page=()=>import("./bench-c.js")',
      'frame-b.js': 'import"./words-d.js";export const x=1',
      'bench-c.js': 'export const bench="stations".repeat(1000)',
      'words-d.js': 'globalThis.words=[]',
    };
    const { files, gzipBytes } = firstLoad(page('<script src="/assets/index-a.js"></script>', scripts));
    expect(files).toEqual(['index-a.js', 'frame-b.js', 'words-d.js']);
    const size = (name: keyof typeof scripts) => gzipSync(scripts[name]).length;
    expect(gzipBytes).toBe(size('index-a.js') + size('frame-b.js') + size('words-d.js'));
  });
  it('cannot be told of a page without a script', () => {
    expect(() => firstLoad(page('<p>nothing</p>', {}))).toThrow('names no script');
  });
  it('stays under 170 kB for the page that is built', () => {
    expect(firstLoad('dist/web').gzipBytes).toBeLessThanOrEqual(FIRST_LOAD_BYTES);
  });
});
