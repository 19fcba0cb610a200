import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { type SealedRecord, validateChain } from '@north-step/core/record';

/** `npm run verify-records -- FILE`: checks a saved record or chain with no server. Exit code 0 when whole, 1 when broken, 2 when unreadable. */
const [file] = process.argv.slice(2);
if (!file) {
  console.error('Say which file: npm run verify-records -- north-step-records.json');
  process.exit(2);
}
let records: SealedRecord[];
try {
  const parsed = JSON.parse(readFileSync(file, 'utf8')) as SealedRecord | SealedRecord[];
  records = Array.isArray(parsed) ? parsed : [parsed];
} catch (error) {
  console.error(`${file} could not be read as JSON: ${error instanceof Error ? error.message : error}`);
  process.exit(2);
}
const breaches = validateChain(records, (text) => createHash('sha256').update(text, 'utf8').digest('hex'));
for (const breach of breaches) console.error(`record ${breach.number}: ${breach.message}`);
console.log(
  breaches.length === 0
    ? `${records.length} records, chain whole, last hash ${records.at(-1)?.hash ?? 'none'}`
    : `${breaches.length} breaches in ${records.length} records`,
);
process.exit(breaches.length === 0 ? 0 : 1);
