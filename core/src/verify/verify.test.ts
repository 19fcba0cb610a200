import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import {
  anchorText,
  canonicalJson,
  NO_RECORD,
  readAnchor,
  type SealedRecord,
  sealRecord,
  withoutInternal,
} from '../record/index.ts';
import { bombOf } from '../testing/index.ts';
import { MANIFEST, type Manifest, Unreadable, verifyFile, verifyRecords } from './index.ts';

const sha256 = (data: string | Uint8Array) => createHash('sha256').update(data).digest('hex');
/** A chain in which every third record holds something internal. */
function chainOf(length: number): readonly SealedRecord[] {
  const records: SealedRecord[] = [];
  for (let n = 1; n <= length; n++) {
    const before = records.at(-1);
    const at = before ? { count: before.number, hash: before.hash } : NO_RECORD;
    const internal = n % 3 === 0 ? { salt: `salt ${n}`, note: 'a fin broke' } : undefined;
    records.push(sealRecord(at, { batch: `Tern ${n}`, steps: [{ tookS: 60 * n, by: 'Ada B.' }] }, sha256, internal));
  }
  return records;
}
const textOf = (records: readonly SealedRecord[]) => `[${records.map((record) => canonicalJson(record)).join(',')}]`;
const chain = chainOf(7);

describe('what was sealed', () => {
  it('is as it was sealed, with and without its internal parts, alone and in a chain', () => {
    expect(verifyRecords(textOf(chain), sha256)).toMatchObject({ breaches: [], last: { count: 7 } });
    expect(verifyRecords(textOf(chain.map(withoutInternal)), sha256).breaches).toEqual([]);
    expect(verifyRecords(canonicalJson(chain[4]), sha256).breaches).toEqual([]);
    expect(JSON.stringify(chain.map(withoutInternal))).not.toContain('fin');
  });
  it('is found changed whichever byte of it is changed, and the first record that does not fit is named', () => {
    const text = textOf(chain);
    const starts = chain.map((record) => text.indexOf(canonicalJson(record)));
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.integer({ min: 32, max: 126 }), (place, code) => {
        const letter = String.fromCharCode(code);
        fc.pre(text[place] !== letter);
        const changed = text.slice(0, place) + letter + text.slice(place + 1);
        const number = starts.findLastIndex((start) => start <= place) + 1;
        try {
          const { breaches } = verifyRecords(changed, sha256);
          const told = (JSON.parse(changed) as { number: unknown }[])[number - 1]!.number;
          expect(breaches[0]).toContain(`record ${told}:`);
        } catch (error) {
          expect(error).toBeInstanceOf(Unreadable);
        }
      }),
      { numRuns: 600 },
    );
  });
  it('is found out of order or missing, and named', () => {
    fc.assert(
      fc.property(fc.nat(6), fc.nat(6), (a, b) => {
        fc.pre(a !== b);
        const swapped = [...chain];
        [swapped[a], swapped[b]] = [swapped[b]!, swapped[a]!];
        expect(verifyRecords(textOf(swapped), sha256).breaches.length).toBeGreaterThan(0);
      }),
    );
    for (let gone = 0; gone < 6; gone++) {
      const breaches = verifyRecords(textOf(chain.toSpliced(gone, 1)), sha256).breaches;
      expect(breaches[0]).toContain(`record ${gone + 2}:`);
    }
  });
  it('is found cut off, or written anew to its end, by a line that was kept elsewhere', () => {
    const line = readAnchor(anchorText({ count: 7, hash: chain[6]!.hash }))!;
    expect(verifyRecords(textOf(chain), sha256, line).breaches).toEqual([]);
    expect(verifyRecords(textOf(chain.slice(0, 6)), sha256, line).breaches).toEqual([
      'record 7 was sealed once and is missing: the chain was cut off',
    ]);
    const anew = [...chain.slice(0, 6), sealRecord({ count: 6, hash: chain[5]!.hash }, { batch: 'Knot 9' }, sha256)];
    expect(verifyRecords(textOf(anew), sha256).breaches).toEqual([]);
    expect(verifyRecords(textOf(anew), sha256, line).breaches).toHaveLength(1);
  });
  it('finds an internal part that was changed or put in later', () => {
    const record = chain[2]!;
    const changed = { ...record, internal: { salt: 'salt 3', note: 'nothing broke' } };
    expect(verifyRecords(canonicalJson(changed), sha256).breaches).toEqual([
      'record 3: its internal part does not match its hash: it was changed after sealing',
    ]);
    const added = { ...chain[0]!, internal: { note: 'x' } };
    expect(verifyRecords(canonicalJson(added), sha256).breaches[0]).toContain('never sealed: internal');
  });
});

describe('a bundle', () => {
  const made = sealRecord(NO_RECORD, { batch: 'Tern 1' }, sha256, { salt: 's' });
  const later = sealRecord({ count: 8, hash: 'f'.repeat(64) }, { kind: 'correction', record: made.hash }, sha256);
  function zipOf(records: readonly SealedRecord[], over: Record<string, Uint8Array> = {}): Uint8Array {
    const files = { 'records.json': strToU8(textOf(records)), 'steps.csv': strToU8('a,b') };
    const manifest: Manifest = {
      format: 'north-step-bundle-1',
      made: '2026-05-04T09:00:00Z',
      files: Object.entries(files).map(([name, data]) => ({ name, bytes: data.length, sha256: sha256(data) })),
    };
    return zipSync({ ...files, [MANIFEST]: strToU8(JSON.stringify(manifest)), ...over });
  }
  it('of one batch need not hold the whole chain, but what is about it', () => {
    expect(verifyFile(zipOf([made, later]), sha256)).toMatchObject({
      breaches: [],
      records: [{ number: 1 }, { number: 9 }],
    });
    const stranger = sealRecord({ count: 3, hash: '0'.repeat(64) }, { record: 'another' }, sha256);
    expect(verifyFile(zipOf([made, stranger]), sha256).breaches).toEqual([
      'record 4: it is about another record than 1',
    ]);
  });
  it.each([
    ['a file that was changed', { 'steps.csv': strToU8('a,c') }, ['steps.csv: it is not what was packed']],
    ['a file that was put in', { 'more.txt': strToU8('x') }, ['more.txt: it is not in the manifest']],
    [
      'records that were changed',
      { 'records.json': strToU8(textOf([{ ...made, body: {} }])) },
      ['record 1: its content', 'records.json: it is not'],
    ],
  ])('names %s', (_, over, said) => {
    const { breaches } = verifyFile(zipOf([made], over), sha256);
    expect(breaches).toHaveLength(said.length);
    said.forEach((text, i) => {
      expect(breaches[i]).toContain(text);
    });
  });
  it.each([
    ['a zip that was cut short', zipOf([made]).slice(0, 60), 'damaged, or cut short'],
    ['a zip with nothing known in it', zipSync({ 'a.txt': strToU8('x') }), 'no manifest'],
    ['a zip that unpacks to hundreds of megabytes', bombOf('a.txt', 210 * 1024 * 1024), 'more than 200 MB'],
    ['bytes of anything', new Uint8Array([1, 2, 3]), 'cannot be read as JSON'],
    ['a list in which a name stands twice', strToU8('[{"a":1,"a":2}]'), 'stands twice'],
  ])('cannot be read from %s, and says so', (_, bytes, said) => {
    expect(() => verifyFile(bytes, sha256)).toThrow(said);
    expect(() => verifyFile(bytes, sha256)).toThrow(Unreadable);
  });
});
