/**
 * A sealed record: a body, the hash of the record before it, and the hash of both. From version 2 on, what is for the workshop
 * alone stands apart and is sealed by its own hash: a record can be shown without it, and still be checked.
 */
export type SealedRecord = {
  readonly format: 'north-step-record';
  readonly version: 1 | 2;
  readonly number: number;
  readonly body: Json;
  readonly prevHash: string;
  readonly hash: string;
  /** of version 2 */
  readonly internalSha256?: string;
  /** of version 2, unless it was left out for whoever this copy is for */
  readonly internal?: Json;
};
export type Json = null | boolean | number | string | readonly Json[] | { readonly [key: string]: Json };

export const GENESIS_HASH = '0'.repeat(64);

/**
 * One text for one value: keys sorted by code unit, no white space, undefined members left out.
 * @throws RangeError for numbers that are not finite
 * @source RFC 8785, JSON Canonicalization Scheme
 */
export function canonicalJson(value: unknown): string {
  if (value === null || typeof value === 'boolean' || typeof value === 'string') return JSON.stringify(value);
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new RangeError(`canonicalJson: ${value} is not finite`);
    return JSON.stringify(value);
  }
  if (Array.isArray(value)) return `[${value.map((item) => canonicalJson(item ?? null)).join(',')}]`;
  if (typeof value === 'object') {
    const members = Object.entries(value as object)
      .filter(([, member]) => member !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, member]) => `${JSON.stringify(key)}:${canonicalJson(member)}`);
    return `{${members.join(',')}}`;
  }
  throw new RangeError(`canonicalJson: ${typeof value} has no JSON form`);
}

/** Lower-case hex digits of the hash of a text as UTF-8, or of bytes. */
export type Sha256 = (data: string | Uint8Array) => string;

/** What is hashed: everything but the hash itself; of what is internal only its own hash. */
const hashedText = ({ format, version, number, prevHash, body, internalSha256 }: Omit<SealedRecord, 'hash'>): string =>
  canonicalJson({ format, version, number, prevHash, body, internalSha256 });

type Before = { readonly count: number; readonly hash: string };
/**
 * The next record of a chain.
 * @param internal for the workshop alone; it holds something that nobody can guess, so that its hash gives nothing away
 */
export function sealRecord(before: Before, body: Json, sha256: Sha256, internal?: Json): SealedRecord {
  const head = { format: 'north-step-record', number: before.count + 1, prevHash: before.hash } as const;
  const open =
    internal === undefined
      ? ({ ...head, version: 1, body } as const)
      : ({ ...head, version: 2, body, internalSha256: sha256(canonicalJson(internal)), internal } as const);
  return { ...open, hash: sha256(hashedText(open)) };
}

/** The same record for people outside the workshop. */
export const withoutInternal = ({ internal: _, ...rest }: SealedRecord): SealedRecord => rest;

const HEAD = ['format', 'version', 'number', 'body', 'prevHash', 'hash'] as const;
const MEMBERS: Readonly<Record<1 | 2, ReadonlySet<string>>> = {
  1: new Set(HEAD),
  2: new Set([...HEAD, 'internalSha256', 'internal']),
};
export type ChainBreach = { readonly number: number; readonly message: string };

/** Every breach in a run of records: changed bodies, missing or swapped records. The run may start anywhere. */
export function validateChain(records: readonly SealedRecord[], sha256: Sha256): readonly ChainBreach[] {
  const breaches: ChainBreach[] = [];
  records.forEach((record, index) => {
    const breach = (message: string) => breaches.push({ number: record.number, message });
    if (record.format !== 'north-step-record' || (record.version !== 1 && record.version !== 2)) {
      breach('this is not a record of a known version');
      return;
    }
    const beside = Object.keys(record).filter((name) => !MEMBERS[record.version].has(name));
    if (beside.length > 0) breach(`it holds what was never sealed: ${beside.join(', ')}`);
    if (sha256(hashedText(record)) !== record.hash)
      breach('its content does not match its hash: it was changed after sealing');
    if (record.internal !== undefined && sha256(canonicalJson(record.internal)) !== record.internalSha256)
      breach('its internal part does not match its hash: it was changed after sealing');
    const before = records[index - 1];
    if (before && record.number !== before.number + 1)
      breach(`it follows record ${before.number}: records are missing or out of order`);
    if (before && record.prevHash !== before.hash) breach('it does not point to the record before it');
    if (record.number === 1 && record.prevHash !== GENESIS_HASH) breach('the first record must point to nothing');
  });
  return breaches;
}
