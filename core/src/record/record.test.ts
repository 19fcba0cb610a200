import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { canonicalJson, GENESIS_HASH, NO_RECORD, type SealedRecord, sealRecord, validateChain } from './index.ts';

const sha256 = (data: string | Uint8Array) => createHash('sha256').update(data).digest('hex');
const chain = (): SealedRecord[] => {
  const first = sealRecord(NO_RECORD, { batch: 'Tern 1', residueUm: 0.55 }, sha256);
  return [first, sealRecord({ count: 1, hash: first.hash }, { batch: 'Knot 1' }, sha256)];
};

describe('canonical JSON', () => {
  it('sorts keys, leaves out undefined and white space', () => {
    expect(canonicalJson({ b: [1, 'é', null], a: { y: undefined, x: true } })).toBe(
      '{"a":{"x":true},"b":[1,"é",null]}',
    );
  });
  it('refuses what JSON cannot hold', () => expect(() => canonicalJson({ a: Number.NaN })).toThrow(/not finite/));
});

describe('chain of records', () => {
  it('hashes what a stand-alone sha256 of the canonical text gives', () => {
    const text = `{"body":{"batch":"Tern 1","residueUm":0.55},"format":"north-step-record","number":1,"prevHash":"${GENESIS_HASH}","version":1}`;
    expect(chain()[0]!.hash).toBe(sha256(text));
  });
  it('is whole as sealed, also when the run starts in the middle', () => {
    expect(validateChain(chain(), sha256)).toEqual([]);
    expect(validateChain(chain().slice(1), sha256)).toEqual([]);
  });
  it.each([
    [
      'a changed body',
      (r: SealedRecord[]) => [{ ...r[0]!, body: { batch: 'Tern 1', residueUm: 0.1 } }, r[1]!],
      /changed after sealing/,
    ],
    [
      'a missing record',
      (r: SealedRecord[]) => [r[0]!, sealRecord({ count: 2, hash: r[1]!.hash }, {}, sha256)],
      /missing/,
    ],
    [
      'a broken link',
      (r: SealedRecord[]) => [r[0]!, sealRecord({ count: 1, hash: GENESIS_HASH }, {}, sha256)],
      /does not point/,
    ],
    ['a foreign file', () => [{ some: 'thing' } as unknown as SealedRecord], /not a record/],
  ])('finds %s', (_, damage, message) => {
    expect(
      validateChain(damage(chain()), sha256)
        .map((b) => b.message)
        .join(),
    ).toMatch(message);
  });
});
