import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { anchorText, readAnchor } from '@north-step/core/record';
import { Unreadable, type Verdict, verifyFile } from '@north-step/core/verify';

/**
 * `npm run verify-records -- FILE [--expect COUNT:HASH]`: checks a saved record, chain or batch bundle with no server.
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

const { records, breaches, last } = read(file!);
for (const breach of breaches) console.error(breach);
console.log(
  breaches.length > 0
    ? `${breaches.length} breaches in ${records.length} records`
    : `${records.length} records, chain whole, last ${anchorText(last)}${
        expected ? ', as expected' : '; whether later ones were cut off is seen only with --expect COUNT:HASH'
      }`,
);
process.exit(breaches.length === 0 ? 0 : 1);

function read(name: string): Verdict {
  try {
    return verifyFile(readFileSync(name), (data) => createHash('sha256').update(data).digest('hex'), expected);
  } catch (error) {
    if (error instanceof Unreadable) return unreadable(`${name}: ${error.message}`);
    return unreadable(`${name} could not be read: ${error instanceof Error ? error.message : error}`);
  }
}
