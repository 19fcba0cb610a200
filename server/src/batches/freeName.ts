import { type Queryable, sql } from '../db/index.ts';
import { Refused } from '../http/errors.ts';

/** “Tern 14b” beside “Tern 14”: the next letter that nobody has. */
export async function freeName(tx: Queryable, name: string): Promise<string> {
  const stem = name.replace(/[b-z]$/, '');
  for (const letter of 'bcdefghijklmnopqrstuvwxyz') {
    const wanted = `${stem}${letter}`;
    if (!(await tx.maybeOne(sql`SELECT 1 AS one FROM batch WHERE name = ${wanted}`))) return wanted;
  }
  throw new Refused({ code: 'SPLIT_TOO_OFTEN', message: `${name} was split 25 times already.` });
}
