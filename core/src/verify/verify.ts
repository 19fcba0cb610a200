import { iterator, type ObjectNode, parse } from '@humanwhocodes/momoa';
import { type Anchor, anchorBreach, type SealedRecord, type Sha256, validateChain } from '../record/index.ts';

/** A file that holds no records at all, in a sentence. */
export class Unreadable extends Error {}

/** What is known of a file of records after it was checked. */
export type Verdict = {
  readonly records: readonly SealedRecord[];
  /** what does not hold, the first broken record first; empty when all is as it was sealed */
  readonly breaches: readonly string[];
  /** how far it goes */
  readonly last: Anchor;
};

/**
 * Checks one record, or a list that begins with the first, as it was saved.
 * @param expected the line that was printed on another day: shows what was cut off or written anew at the end
 * @throws Unreadable
 */
export function verifyRecords(text: string, sha256: Sha256, expected?: Anchor): Verdict {
  const { records, isList } = readRecords(text);
  const first = records[0]!;
  const missing =
    isList && first.number !== 1 ? [`record ${first.number}: it is the first here; those before it are missing`] : [];
  return verdict(records, [...missing, ...chainBreaches(records, sha256)], expected);
}

/**
 * Checks the record of one batch and what was sealed behind it: each by itself, and that the later ones are about the first.
 * @throws Unreadable
 */
export function verifyOneBatch(text: string, sha256: Sha256, expected?: Anchor): Verdict {
  const { records } = readRecords(text);
  const [made, ...later] = records;
  const breaches = records.flatMap((record) => chainBreaches([record], sha256));
  const strangers = later.filter(({ body }) => (body as { record?: unknown } | null)?.record !== made!.hash);
  return verdict(
    records,
    [
      ...breaches,
      ...strangers.map(({ number }) => `record ${number}: it is about another record than ${made!.number}`),
    ],
    expected,
  );
}

const chainBreaches = (records: readonly SealedRecord[], sha256: Sha256): readonly string[] =>
  validateChain(records, sha256).map(({ number, message }) => `record ${number}: ${message}`);

function verdict(records: readonly SealedRecord[], breaches: readonly string[], expected: Anchor | undefined): Verdict {
  const last = records.at(-1)!;
  const anchored = expected && anchorBreach(records, expected);
  return {
    records,
    breaches: anchored ? [...breaches, anchored] : breaches,
    last: { count: last.number, hash: last.hash },
  };
}

function readRecords(text: string): { readonly records: readonly SealedRecord[]; readonly isList: boolean } {
  const parsed = parsedOnce(text);
  const isList = Array.isArray(parsed);
  const records = (isList ? parsed : [parsed]) as readonly unknown[];
  if (records.length === 0) throw new Unreadable('It is an empty list: there is no record in it.');
  if (!records.every((record) => typeof record === 'object' && record !== null && !Array.isArray(record)))
    throw new Unreadable('It holds something that is no record.');
  return { records: records as readonly SealedRecord[], isList };
}

/** JSON in which no name stands twice in one object: a reader takes the last, a hash was made of one. @throws Unreadable */
export function parsedOnce(text: string): unknown {
  const doubled = doubledName(text);
  if (doubled !== undefined)
    throw new Unreadable(`The name “${doubled}” stands twice in one place: what was sealed cannot be told.`);
  return JSON.parse(text);
}

function doubledName(text: string): string | undefined {
  try {
    for (const { node, phase } of iterator(parse(text, { mode: 'json' }))) {
      if (phase !== 'enter' || node.type !== 'Object') continue;
      const seen = new Set<string>();
      for (const { name } of (node as ObjectNode).members) {
        const own = name.type === 'Identifier' ? name.name : name.value;
        if (seen.has(own)) return own;
        seen.add(own);
      }
    }
    return undefined;
  } catch (error) {
    throw new Unreadable(`It cannot be read as JSON: ${error instanceof Error ? error.message : error}`);
  }
}
