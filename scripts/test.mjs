/** `npm test`: installs what is missing, then format and lint, import arrows, types, nothing unused, unit, API and browser tests. The last line sums them. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureChromium();
mkdirSync(path.join(root, '.cache'), { recursive: true });

/**
 * Hundreds of databases are made and thrown away: in memory where there is room for them, so that nobody waits for a disk.
 * What a disk does to one is tried by `npm run torture`.
 */
function throwAwayFolder() {
  const memory = '/dev/shm';
  const ROOM_BYTES = 6e9;
  if (!existsSync(memory)) return undefined;
  const { bavail, bsize } = statfsSync(memory);
  return bavail * bsize >= ROOM_BYTES ? mkdtempSync(path.join(memory, 'north-step-tests-')) : undefined;
}
const temporary = throwAwayFolder();
if (temporary) {
  process.env.TMPDIR = temporary;
  process.on('exit', () => rmSync(temporary, { recursive: true, force: true }));
}

const failedChecks = [];
function check(name, command, args) {
  console.log(`\n== ${name}`);
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, FORCE_COLOR: '0' } });
  if (done.status !== 0) failedChecks.push(name);
  return done.status === 0;
}
const bin = (name) => path.join(root, 'node_modules/.bin', name);
const reports = { unit: path.join(root, '.cache/vitest.json'), browser: path.join(root, '.cache/e2e.json') };
for (const file of Object.values(reports)) rmSync(file, { force: true });

check('format and lint', bin('biome'), ['ci', '--error-on-warnings', '.']);
check('import arrows', bin('depcruise'), [
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'contract',
  'devices',
  'server',
  'web',
  'demo',
]);
check('types', bin('tsc'), ['-p', 'tsconfig.json']);
check('nothing unused', bin('knip'), ['--no-progress', '--treat-config-hints-as-errors']);
ensureBuilt();
check('unit and API tests', bin('vitest'), [
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${reports.unit}`,
]);
check('browser tests', bin('playwright'), ['test']);

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);
const unit = read(reports.unit);
const browser = read(reports.browser);
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats?.expected ?? 0);
const failedTests = (unit?.numFailedTests ?? 0) + (browser?.stats?.unexpected ?? 0) + (browser?.stats?.flaky ?? 0);
const silent = failedChecks.length > 0 && failedTests === 0 ? failedChecks.length : 0;
if (failedChecks.length > 0) console.log(`\nnot green: ${failedChecks.join(', ')}`);
console.log(`\ntests: ${passed} passed, ${failedTests + silent} failed`);
process.exit(failedChecks.length === 0 && passed > 0 ? 0 : 1);
