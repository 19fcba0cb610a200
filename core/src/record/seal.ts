/** A sealed record: a body, the hash of the record before it, and the hash of both. */
export type SealedRecord = {
  readonly format: 'north-step-record';
  readonly version: 1;
  readonly number: number;
  readonly body: Json;
  readonly prevHash: string;
  readonly hash: string;
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

export type Sha256 = (text: string) => string;

/** What is hashed: everything but the hash itself. */
const hashedText = (record: Omit<SealedRecord, 'hash'>): string =>
  canonicalJson({
    format: record.format,
    version: record.version,
    number: record.number,
    prevHash: record.prevHash,
    body: record.body,
  });

export function sealRecord(number: number, body: Json, prevHash: string, sha256: Sha256): SealedRecord {
  const open = { format: 'north-step-record', version: 1, number, body, prevHash } as const;
  return { ...open, hash: sha256(hashedText(open)) };
}

const MEMBERS: ReadonlySet<string> = new Set(['format', 'version', 'number', 'body', 'prevHash', 'hash']);
export type ChainBreach = { readonly number: number; readonly message: string };

/** Every breach in a run of records: changed bodies, missing or swapped records. The run may start anywhere. */
export function validateChain(records: readonly SealedRecord[], sha256: Sha256): readonly ChainBreach[] {
  const breaches: ChainBreach[] = [];
  records.forEach((record, index) => {
    const breach = (message: string) => breaches.push({ number: record.number, message });
    if (record.format !== 'north-step-record' || record.version !== 1) {
      breach('this is not a record of a known version');
      return;
    }
    const beside = Object.keys(record).filter((name) => !MEMBERS.has(name));
    if (beside.length > 0) breach(`it holds what was never sealed: ${beside.join(', ')}`);
    if (sha256(hashedText(record)) !== record.hash)
      breach('its content does not match its hash: it was changed after sealing');
    const before = records[index - 1];
    if (before && record.number !== before.number + 1)
      breach(`it follows record ${before.number}: records are missing or out of order`);
    if (before && record.prevHash !== before.hash) breach('it does not point to the record before it');
    if (record.number === 1 && record.prevHash !== GENESIS_HASH) breach('the first record must point to nothing');
  });
  return breaches;
}
