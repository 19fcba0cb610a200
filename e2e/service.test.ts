import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { freePort } from './serverProcess.ts';

const read = (file: string) => readFileSync(path.resolve('service', file), 'utf8');
const UNIT = read('north-step.service');
const CONTAINER = read('Containerfile');

let folder: string;
let child: ChildProcess | undefined;
beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-service-'));
});
afterEach(() => {
  child?.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** Starts what a file says, on a free port, asks it how it is, and asks it to end. @returns its exit code */
async function startAndStop(command: readonly string[], cwd: string): Promise<number | null> {
  const port = String(await freePort());
  const [, ...args] = command.map((word) => (word === '4170' ? port : word));
  const started = spawn(process.execPath, args, { cwd, stdio: ['ignore', 'pipe', 'pipe'] });
  child = started;
  let log = '';
  await new Promise<void>((resolve, reject) => {
    const hear = (data: Buffer) => {
      log += data;
      if (log.includes('North Step is at')) resolve();
    };
    started.stdout.on('data', hear);
    started.stderr.on('data', hear);
    started.once('exit', () => reject(new Error(log)));
  });
  const health = await fetch(`http://127.0.0.1:${port}/api/health`);
  expect(await health.json()).toMatchObject({ database: { state: 'open' } });
  const page = await fetch(`http://127.0.0.1:${port}/`);
  expect(await page.text()).toContain('North Step');
  const ended = new Promise<number | null>((resolve) => started.once('exit', resolve));
  started.kill('SIGTERM');
  return ended;
}

describe('the service file', () => {
  it('starts an own shop where the system keeps its state, and ends when it is asked to', async () => {
    const line = /^ExecStart=(.+)$/m.exec(UNIT)![1]!;
    const command = line.replace(/\$\{STATE_DIRECTORY\}/, folder).split(' ');
    expect(await startAndStop(command, process.cwd())).toBe(0);
    expect(existsSync(path.join(folder, 'data'))).toBe(true);
  });
  it('is what the system understands, where one is here to ask', () => {
    const file = path.join(folder, 'north-step.service');
    cpSync(path.resolve('service/north-step.service'), file);
    const { error, status, stderr } = spawnSync('systemd-analyze', ['verify', '--man=no', file], { encoding: 'utf8' });
    if (error) return expect(error.message).toContain('ENOENT');
    expect(
      stderr.split('\n').filter((one) => one.includes('north-step.service') && /unknown|invalid|ignor/i.test(one)),
    ).toEqual([]);
    expect(status === 0 || /not executable|No such file/.test(stderr)).toBe(true);
  });
});

describe('the container file', () => {
  const copied = [...CONTAINER.matchAll(/^COPY --from=build \/north-step\/(\S+) (\S+)$/gm)].map(([, from]) => from!);
  it('copies all that its command needs, and the command starts with nothing else', async () => {
    expect(copied).toEqual(['package.json', 'node_modules', 'core', 'contract', 'server', 'dist']);
    const inside = path.join(folder, 'north-step');
    mkdirSync(inside);
    for (const name of copied) symlinkSync(path.resolve(name), path.join(inside, name));
    const words = JSON.parse(/^CMD (\[.+\])$/m.exec(CONTAINER)![1]!) as string[];
    const command = words.map((word) => word.replace('/data/', `${folder}/data/`));
    expect(await startAndStop(command, inside)).toBe(0);
  });
  it('does not run as root, and keeps its data in a volume', () => {
    expect(CONTAINER).toMatch(/^USER node$/m);
    expect(CONTAINER).toMatch(/^VOLUME \/data$/m);
  });
});
