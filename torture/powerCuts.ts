import { cpSync } from 'node:fs';
import path from 'node:path';
import type { SolventReply } from '@north-step/contract';
import { freePort, ServerProcess } from '../e2e/serverProcess.ts';
import makeTemplate, { templateFolder } from '../server/src/testing/template.ts';
import { type Attack, often } from './outcome.ts';
import { SmallDisk } from './smallDisk.ts';

const DISK_MB = 1500;
const COMMANDS = 12;
const PHOTO_BYTES = 3_000_000;
/** Longer than a journal of ext4 waits by itself. */
const SETTLED_MS = 7000;
/** Enough postings for a checkpoint by size. */
const MANY_PHOTOS = 24;

/** What is done before the commands that are counted; each ends at another place of the log. */
const BEFORE: Readonly<Record<string, (server: ServerProcess) => Promise<void>>> = {
  'first start': async () => {},
  start: async () => {},
  'restart after kill -9': async (server) => {
    await fill(server, 'can', 50);
    await server.kill();
    await server.start();
  },
  'clean stop and start': async (server) => {
    await fill(server, 'can', 50);
    await server.stop();
    await server.start();
  },
  'first big photo': (server) => photo(server),
  checkpoint: async (server) => {
    for (let i = 0; i < MANY_PHOTOS; i++) await photo(server);
  },
  settled: () => new Promise((resolve) => setTimeout(resolve, SETTLED_MS)),
};

async function fill(server: ServerProcess, vesselId: string, volumeMl: number): Promise<void> {
  const { status, body } = await server.post('/api/solvent/fill', { vesselId, volumeMl, strengthPct: 99 });
  if (status !== 200) throw new Error(`not acknowledged: ${JSON.stringify(body)}`);
}

async function photo(server: ServerProcess): Promise<void> {
  const bytes = new Uint8Array(PHOTO_BYTES).map(() => Math.random() * 256);
  bytes.set([0xff, 0xd8, 0xff]);
  const reply = await fetch(`${server.address}/api/photos`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: bytes,
  });
  if (!reply.ok) throw new Error(`photo: ${reply.status} ${await reply.text()}`);
}

/** Cuts the power while a server takes commands: every folder must open, and hold everything that was acknowledged. */
export const powerCuts: Attack = async (rounds) => {
  const kinds = Object.keys(BEFORE);
  await makeTemplate();
  let acknowledged = 0;
  const outcomes = [];
  for (const [place, kind] of kinds.entries()) {
    const own = Math.floor(rounds / kinds.length) + (place < rounds % kinds.length ? 1 : 0);
    const outcome = await often(`power cut: ${kind}`, own, async () => {
      const disk = new SmallDisk(DISK_MB);
      const server = new ServerProcess(path.join(disk.folder, 'data'), await freePort());
      try {
        if (kind !== 'first start') cpSync(await templateFolder(), server.folder, { recursive: true });
        await server.start();
        if (kind === 'first start') return await firstStart(disk, server);
        await BEFORE[kind]!(server);
        const before = await inCan(server);
        let filled = 0;
        for (let i = 0; i < COMMANDS; i++) {
          await fill(server, 'can', 100 + i);
          filled += 100 + i;
          acknowledged++;
        }
        await dieAndRise(disk, server);
        const found = (await inCan(server)) - before;
        return Math.abs(found - filled) < 2 ? undefined : `${filled} mL were acknowledged, ${found} are there`;
      } finally {
        await server.kill();
        disk.remove();
      }
    });
    outcomes.push(outcome);
  }
  return outcomes.map((one, i) => (i === 0 ? { ...one, seen: `${acknowledged} commands acknowledged in all` } : one));
};

/** A folder without a workshop takes notes; they are what is counted. */
async function firstStart(disk: SmallDisk, server: ServerProcess): Promise<string | undefined> {
  for (let i = 0; i < COMMANDS; i++) {
    const { status } = await server.post('/api/shift-notes', { text: `note ${i}` });
    if (status !== 200) throw new Error(`not acknowledged: ${status}`);
  }
  await dieAndRise(disk, server);
  const { notes } = await server.get<{ notes: unknown[] }>('/api/shift-notes');
  return notes.length === COMMANDS ? undefined : `${COMMANDS} notes were acknowledged, ${notes.length} are there`;
}

async function dieAndRise(disk: SmallDisk, server: ServerProcess): Promise<void> {
  disk.cut();
  await server.kill();
  await disk.unmount();
  disk.mount();
  await server.start();
}

const inCan = async (server: ServerProcess): Promise<number> =>
  (await server.get<SolventReply>('/api/solvent')).vessels.find(({ id }) => id === 'can')!.volumeMl;
