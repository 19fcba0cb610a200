/** What a fresh machine lacks is installed here, once: packages, and Chromium for the browser tests. Plain Node only. */
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));

/** Runs a command in the project; its output goes to ours. Ends this process when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

const changed = (file) => (existsSync(file) ? statSync(file).mtimeMs : 0);

export function ensurePackages() {
  const major = Number(process.versions.node.split('.')[0]);
  if (major < 20) {
    console.error(`North Step needs Node 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const installed = path.join(root, 'node_modules/.package-lock.json');
  if (changed(installed) >= changed(path.join(root, 'package-lock.json'))) return;
  console.log('Installing packages …');
  run('npm', [
    existsSync(path.join(root, 'package-lock.json')) ? 'ci' : 'install',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
  ]);
}

/** Debian's Chromium as it is packed without a window, and with one: tests run on either, on the first a fifth faster. */
const CHROMIUMS = ['chromium-headless-shell', 'chromium'].map((name) => ({ name, file: `/usr/bin/${name}` }));

/** Where the Chromium is that pages are driven in. @returns nothing while there is none */
export const chromiumPath = () =>
  process.env.CHROMIUM_PATH || CHROMIUMS.map(({ file }) => file).find((file) => existsSync(file));

/** Makes sure of a Chromium; gets the faster one where it can, and makes do with the other where it cannot. */
export function ensureChromium() {
  const found = chromiumPath();
  const [quick, whole] = CHROMIUMS;
  const there = found !== undefined && existsSync(found);
  if (there && (process.env.CHROMIUM_PATH || found === quick.file)) return;
  const mayInstall = process.getuid?.() === 0 && !process.env.CHROMIUM_PATH;
  if (mayInstall) {
    console.log('Installing Chromium …');
    if (apt('update') && apt('install', quick.name)) return;
  }
  if (there || (mayInstall && apt('install', whole.name))) return;
  console.error(
    `The browser tests need Chromium${found ? ` at ${found}` : ''}. Install it (Debian: apt-get install chromium) or set CHROMIUM_PATH.`,
  );
  process.exit(1);
}

/** @returns whether it was done; who has no network is not kept waiting for it */
function apt(verb, ...packages) {
  const quiet = ['-y', '-qq', '--no-install-recommends', '-o', 'Acquire::Retries=1', '-o', 'Acquire::http::Timeout=20'];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const done = spawnSync('apt-get', [verb, ...quiet, ...packages], { stdio: 'inherit', env, timeout: 600_000 });
  return done.status === 0;
}

const SOURCES = ['core/src', 'contract/src', 'server', 'web', 'demo/src', 'package-lock.json', 'scripts/build.mjs'];

/** Newest change below a path, build output and packages left out. */
function newest(target) {
  if (!existsSync(target)) return 0;
  const stat = statSync(target);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(target)
      .filter((name) => name !== 'node_modules' && name !== 'dist')
      .map((name) => newest(path.join(target, name))),
  );
}

export function ensureBuilt() {
  const built = changed(path.join(root, 'dist/built'));
  if (built > 0 && SOURCES.every((source) => newest(path.join(root, source)) <= built)) return;
  console.log('Building …');
  execFileSync('node', ['scripts/build.mjs'], { cwd: root, stdio: 'inherit' });
}

/** Installs and builds if needed, then runs a server of ours with the options of this command line until it ends. */
export function runServer(program) {
  ensurePackages();
  ensureBuilt();
  const server = spawn('node', [`dist/server/${program}`, '--web', `${root}/dist/web`, ...process.argv.slice(2)], {
    cwd: root,
    stdio: 'inherit',
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
}
