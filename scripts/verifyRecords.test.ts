import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { GENESIS_HASH, sealRecord } from '@north-step/core/record';
import { describe, expect, it } from 'vitest';

const sha256 = (text: string) => createHash('sha256').update(text, 'utf8').digest('hex');
const first = sealRecord(1, { batch: 'Tern 1', residueUm: 0.5 }, GENESIS_HASH, sha256);
const second = sealRecord(2, { batch: 'Knot 1' }, first.hash, sha256);

function verify(content: string) {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-verify-')), 'chain.json');
  writeFileSync(file, content);
  const done = spawnSync('node', ['--import', 'tsx', 'scripts/verifyRecords.ts', file], { encoding: 'utf8' });
  return { code: done.status, text: done.stdout + done.stderr };
}

describe('verify-records, with no server', () => {
  it('passes a whole chain', () => {
    expect(verify(JSON.stringify([first, second]))).toMatchObject({
      code: 0,
      text: expect.stringContaining('2 records, chain whole'),
    });
  });
  it('names the record that was changed', () => {
    const changed = { ...first, body: { batch: 'Tern 1', residueUm: 0.1 } };
    expect(verify(JSON.stringify([changed, second]))).toMatchObject({
      code: 1,
      text: expect.stringContaining('record 1: its content does not match'),
    });
  });
  it('says when a file is no JSON', () => expect(verify('hello').code).toBe(2));
});
