import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { NO_RECORD, sealRecord } from '@north-step/core/record';
import { describe, expect, it } from 'vitest';

const sha256 = (data: string | Uint8Array) => createHash('sha256').update(data).digest('hex');
const first = sealRecord(NO_RECORD, { batch: 'Tern 1', residueUm: 0.5 }, sha256);
const second = sealRecord({ count: 1, hash: first.hash }, { batch: 'Knot 1' }, sha256);

function verify(content: string, ...more: string[]) {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'north-step-verify-')), 'chain.json');
  writeFileSync(file, content);
  const done = spawnSync('node', ['--import', 'tsx', 'scripts/verifyRecords.ts', file, ...more], { encoding: 'utf8' });
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
  it.each([
    ['no JSON', 'hello'],
    ['an empty list', '[]'],
    ['nothing', 'null'],
    ['a list of something else', '[1]'],
    ['a name that stands twice', JSON.stringify(first).replace('"body":', '"body":{"batch":"Tern 9"},"body":')],
  ])('cannot read %s, and says so', (_, content) => expect(verify(content).code).toBe(2));
  it('passes one record by itself, but no list whose beginning is missing', () => {
    expect(verify(JSON.stringify(second)).code).toBe(0);
    expect(verify(JSON.stringify([second]))).toMatchObject({
      code: 1,
      text: expect.stringContaining('those before it are missing'),
    });
  });
  it('names what stands beside the body and was never sealed', () =>
    expect(verify(JSON.stringify([{ ...first, approvedBy: 'nobody' }, second]))).toMatchObject({
      code: 1,
      text: expect.stringContaining('record 1: it holds what was never sealed: approvedBy'),
    }));
  it('sees with the printed line that the end was cut off or forged, and says that it cannot without', () => {
    const line = `2:${second.hash}`;
    expect(verify(JSON.stringify([first, second]), '--expect', line)).toMatchObject({ code: 0 });
    expect(verify(JSON.stringify([first]), '--expect', line)).toMatchObject({
      code: 1,
      text: expect.stringContaining('record 2 was sealed once and is missing'),
    });
    const forged = sealRecord({ count: 1, hash: first.hash }, { batch: 'Knot 9' }, sha256);
    expect(verify(JSON.stringify([first, forged]), '--expect', line).code).toBe(1);
    expect(verify(JSON.stringify([first, forged])).text).toContain('seen only with --expect');
    expect(verify(JSON.stringify([first]), '--expect', 'all').code).toBe(2);
  });
});
