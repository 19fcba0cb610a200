import { parseArgs } from 'node:util';
import { ServerProcess } from '../e2e/serverProcess.ts';
import { ensureBuilt } from '../scripts/ensure.mjs';
import { disk } from './disk.ts';
import { fuzz } from './fuzz.ts';
import { hostile } from './hostile.ts';
import { kills } from './kills.ts';
import { load } from './load.ts';
import type { Attack } from './outcome.ts';
import { powerCuts } from './powerCuts.ts';
import { SmallDisk } from './smallDisk.ts';

type Part = { readonly attack: Attack; readonly rounds: number; readonly short: number; readonly needsDisk?: boolean };
const PARTS: Readonly<Record<string, Part>> = {
  kills: { attack: kills, rounds: 100, short: 4 },
  fuzz: { attack: fuzz, rounds: 5000, short: 500 },
  hostile: { attack: hostile, rounds: 100, short: 3 },
  load: { attack: load, rounds: 60, short: 5 },
  'power-cuts': { attack: powerCuts, rounds: 100, short: 7, needsDisk: true },
  disk: { attack: disk, rounds: 12, short: 4, needsDisk: true },
};

/**
 * `npm run torture [-- PART …] [--short] [--rounds N]`: attacks running copies of the built server. Power cuts and small disks take
 * root on Linux; elsewhere that is said, and they are not tried. Exit code 0 when everything held that was tried.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { short: { type: 'boolean', default: false }, rounds: { type: 'string' } },
});
ensureBuilt();
// attacks meet the server as it is run
ServerProcess.flags = [];
const asked = positionals.length > 0 ? positionals : Object.keys(PARTS);
let held = 0;
let failed = 0;
for (const name of asked) {
  const part = PARTS[name];
  if (!part) throw new Error(`There is no part “${name}”: ${Object.keys(PARTS).join(', ')}`);
  const why = part.needsDisk ? SmallDisk.whyNot() : undefined;
  if (why !== undefined) {
    console.log(`${name}: not tried here, ${why}.`);
    continue;
  }
  const rounds = values.rounds ? Number(values.rounds) : values.short ? part.short : part.rounds;
  for (const one of await part.attack(rounds)) {
    const whole = one.held === one.tried;
    if (whole) held++;
    else failed++;
    console.log(
      `${whole ? 'held  ' : 'BROKE '} ${one.what}: ${one.held} of ${one.tried}${one.seen ? `; ${one.seen}` : ''}`,
    );
    for (const line of one.broke.slice(0, 10)) console.log(`        ${line}`);
  }
}
console.log(`torture: ${held} held, ${failed} broke`);
process.exit(failed === 0 ? 0 : 1);
