import { spawn, spawnSync } from 'node:child_process';
import { cpSync, createWriteStream, mkdirSync, rmSync, statfsSync } from 'node:fs';
import path from 'node:path';
import { freePort, ServerProcess } from '../e2e/serverProcess.ts';
import makeTemplate, { templateFolder } from '../server/src/testing/template.ts';
import { bookOf } from './kills.ts';
import { type Attack, often } from './outcome.ts';
import { SmallDisk } from './smallDisk.ts';

const MB = 1024 * 1024;
/** The list of notes shows the newest. */
const MOST_NOTES_SHOWN = 12;

async function withServer(
  megabytes: number,
  work: (disk: SmallDisk, server: ServerProcess) => Promise<string | undefined>,
) {
  const disk = new SmallDisk(megabytes);
  const server = new ServerProcess(path.join(disk.folder, 'data'), await freePort());
  try {
    cpSync(await templateFolder(), server.folder, { recursive: true });
    await server.start();
    return await work(disk, server);
  } finally {
    await server.kill();
    disk.remove();
  }
}
const note = (server: ServerProcess) => server.post<{ error?: { code: string } }>('/api/shift-notes', { text: 'n' });
/** Leaves so many MB free. */
function fillUp(disk: SmallDisk, leaveMb: number): Promise<void> {
  const { bavail, bsize } = statfsSync(disk.folder);
  const bytes = Math.max(0, bavail * bsize - leaveMb * MB);
  const file = createWriteStream(path.join(disk.folder, 'filler'));
  return new Promise((resolve, reject) => {
    const block = Buffer.alloc(MB, 1);
    let left = bytes;
    const more = () => {
      if (left <= 0) {
        file.end(() => resolve());
        return;
      }
      left -= MB;
      file.write(block, more);
    };
    file.on('error', reject);
    more();
  });
}
async function until(what: string, holds: () => Promise<boolean>, withinMs = 90_000): Promise<void> {
  for (const end = Date.now() + withinMs; Date.now() < end; ) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  throw new Error(`${what}: not within ${withinMs / 1000} s`);
}

/** Disks that fill up or fail, and folders that are reached by two ways: each ends in a sentence and a clean start. */
export const disk: Attack = async (rounds) => {
  await makeTemplate();
  const each = Math.max(1, Math.round(rounds / 4));
  return [
    await often('disk fills up: writes are refused, reads go on, room brings it back', each, () =>
      withServer(700, async (small, server) => {
        await fillUp(small, 60);
        await until('refused', async () => (await note(server)).body.error?.code === 'DISK_FULL');
        const bench = await fetch(`${server.address}/api/bench`);
        if (!bench.ok) return `the bench answered ${bench.status}`;
        rmSync(path.join(small.folder, 'filler'));
        await until('taken again', async () => (await note(server)).status === 200);
        const code = await server.stop();
        return code === 0 ? undefined : `it stopped with ${code}: ${server.log}`;
      }),
    ),
    await often('disk full to the last byte: it ends with a sentence and starts again', each, () =>
      withServer(700, async (small, server) => {
        await fillUp(small, 0);
        // what was not refused in time is written until nothing goes any more
        const sent = await Promise.all(Array.from({ length: 40 }, () => note(server).catch(() => undefined)));
        const kept = sent.filter((reply) => reply?.status === 200).length;
        const code = await Promise.race([server.stop(), new Promise<string>((r) => setTimeout(r, 60_000, 'no end'))]);
        if (code === 'no end') return 'SIGTERM was ignored for 60 s';
        rmSync(path.join(small.folder, 'filler'));
        await server.start();
        const { notes } = await server.get<{ notes: unknown[] }>('/api/shift-notes');
        if (notes.length < Math.min(kept, MOST_NOTES_SHOWN)) return `${kept} acknowledged, ${notes.length} there`;
        const found = await bookOf(server);
        return found[0];
      }),
    ),
    await often('the disk fails under it: acknowledged no more, ends with a sentence', each, () =>
      withServer(700, async (small, server) => {
        small.cut();
        const reply = await note(server).catch(() => undefined);
        if (reply?.status === 200) return 'it acknowledged what could not be forced';
        const code = await Promise.race([server.ended(), new Promise<string>((r) => setTimeout(r, 90_000, 'no end'))]);
        if (code !== 1) return `it did not end by itself: ${code}`;
        return /North Step stops; start it again/.test(server.log) ? undefined : `no sentence: ${server.log}`;
      }),
    ),
    await often('one folder under two names and from another network: one server', each, () =>
      withServer(700, async (small, server) => {
        const other = path.join(small.folder, 'other');
        mkdirSync(other);
        if (spawnSync('mount', ['--bind', server.folder, other]).status !== 0) return 'no bind mount could be made';
        try {
          const args = ['dist/server/server.js', '--data', other, '--port', String(await freePort())];
          const here = spawnSync('node', args, { encoding: 'utf8', timeout: 60_000 });
          const there = await output('unshare', ['--net', 'node', ...args]);
          for (const [where, text] of [
            ['here', here.stderr],
            ['in another network', there],
          ] as const)
            if (!/already open in North Step/.test(text)) return `taken twice ${where}: ${text.slice(0, 200)}`;
          return undefined;
        } finally {
          spawnSync('umount', ['-l', other]);
        }
      }),
    ),
  ];
};

const output = (command: string, args: readonly string[]): Promise<string> =>
  new Promise((resolve) => {
    const child = spawn(command, args, { timeout: 60_000 });
    let text = '';
    child.stderr.on('data', (data) => {
      text += data;
    });
    child.on('exit', () => resolve(text));
  });
