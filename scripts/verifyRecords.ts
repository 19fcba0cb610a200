import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { iterator, type ObjectNode, parse } from '@humanwhocodes/momoa';
import { anchorBreach, anchorText, readAnchor, type SealedRecord, validateChain } from '@north-step/core/record';

/**
 * `npm run verify-records -- FILE [--expect COUNT:HASH]`: checks a saved record or chain with no server.
 * Exit code 0 when whole, 1 when broken, 2 when unreadable. What is cut off at the end is seen only with --expect.
 */
const { positionals, values } = parseArgs({ allowPositionals: true, options: { expect: { type: 'string' } } });
const [file] = positionals;
const unreadable = (message: string): never => {
  console.error(message);
  process.exit(2);
};
if (!file) unreadable('Say which file: npm run verify-records -- north-step-records.json [--expect COUNT:HASH]');
const expected = values.expect === undefined ? undefined : readAnchor(values.expect);
if (values.expect !== undefined && !expected)
  unreadable('--expect takes the line that is printed on certificates and shown at the shift: COUNT:HASH.');

const { records, isList } = read(file!);
const breaches = [
  ...validateChain(records, (text) => createHash('sha256').update(text, 'utf8').digest('hex')).map(
    ({ number, message }) => `record ${number}: ${message}`,
  ),
  ...(isList && records[0]!.number !== 1
    ? [`record ${records[0]!.number}: it is the first here; those before it are missing`]
    : []),
  expected ? (anchorBreach(records, expected) ?? []) : [],
].flat();
for (const breach of breaches) console.error(breach);
const last = records.at(-1)!;
console.log(
  breaches.length > 0
    ? `${breaches.length} breaches in ${records.length} records`
    : `${records.length} records, chain whole, last ${anchorText({ count: last.number, hash: last.hash })}${
        expected ? ', as expected' : '; whether later ones were cut off is seen only with --expect COUNT:HASH'
      }`,
);
process.exit(breaches.length === 0 ? 0 : 1);

function read(name: string): { readonly records: readonly SealedRecord[]; readonly isList: boolean } {
  try {
    const text = readFileSync(name, 'utf8');
    const doubled = doubledName(text);
    if (doubled !== undefined)
      unreadable(`${name}: the name “${doubled}” stands twice in one place: what was sealed cannot be told.`);
    const parsed = JSON.parse(text) as unknown;
    const records = (Array.isArray(parsed) ? parsed : [parsed]) as readonly unknown[];
    if (records.length === 0) unreadable(`${name} is an empty list: there is no record in it.`);
    if (!records.every((record) => typeof record === 'object' && record !== null && !Array.isArray(record)))
      unreadable(`${name} holds something that is no record.`);
    return { records: records as readonly SealedRecord[], isList: Array.isArray(parsed) };
  } catch (error) {
    return unreadable(`${name} could not be read as JSON: ${error instanceof Error ? error.message : error}`);
  }
}

/** A name that an object has twice: a reader takes the last, a hash was made of one. */
function doubledName(text: string): string | undefined {
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
}
