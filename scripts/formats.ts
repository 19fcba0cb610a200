import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { formatSchemas } from '../server/src/open/formats.ts';

/** `npm run formats`: writes the JSON Schemas of all open files into docs/formats. A test holds them against the program. */
const folder = path.join(import.meta.dirname, '..', 'docs', 'formats');
mkdirSync(folder, { recursive: true });
for (const [name, schema] of Object.entries(formatSchemas()))
  writeFileSync(path.join(folder, name), `${JSON.stringify(schema, null, 2)}\n`);
