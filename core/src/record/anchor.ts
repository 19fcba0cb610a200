import { GENESIS_HASH, type SealedRecord } from './seal.ts';

/** How many records there are, and the hash of the last: printed elsewhere, it shows later that none before it was changed or taken away. */
export type Anchor = { readonly count: number; readonly hash: string };

/** Before the first record. */
export const NO_RECORD: Anchor = { count: 0, hash: GENESIS_HASH };

export const anchorText = ({ count, hash }: Anchor): string => `${count}:${hash}`;

/** @returns nothing for a text that is no anchor */
export function readAnchor(text: string): Anchor | undefined {
  const found = /^(\d{1,9}):([0-9a-f]{64})$/.exec(text.trim());
  return found ? { count: Number(found[1]), hash: found[2]! } : undefined;
}

/** What an anchor that was kept elsewhere says against a run of records. @returns a sentence, or nothing where it fits */
export function anchorBreach(records: readonly SealedRecord[], anchor: Anchor): string | undefined {
  if (anchor.count === 0) return undefined;
  const found = records.find((record) => record.number === anchor.count);
  if (!found) return `record ${anchor.count} was sealed once and is missing: the chain was cut off`;
  return found.hash === anchor.hash
    ? undefined
    : `record ${anchor.count} is not the one that was sealed: the chain was written anew from some record on`;
}
