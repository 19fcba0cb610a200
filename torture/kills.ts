import { randomUUID } from 'node:crypto';
import type { HealthReply } from '@north-step/contract';
import { ServerProcess } from '../e2e/serverProcess.ts';
import { openDb, sql } from '../server/src/db/index.ts';
import { type Attack, often } from './outcome.ts';

const AT_ONCE = 4;

/** Kills a server while four clients send commands: it starts again each time; at the end all that was acknowledged is there, once, and the book agrees. */
export const kills: Attack = async (rounds) => {
  const server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
  const acknowledged = new Set<string>();
  let slowestMs = 0;
  const outcome = await often(
    'kill -9 under load',
    rounds,
    async (round) => {
      let alive = true;
      const client = async () => {
        while (alive) {
          const commandId = randomUUID();
          const note = { commandId, text: commandId };
          const reply = await server.post('/api/shift-notes', note).catch(() => undefined);
          if (reply?.status === 200) acknowledged.add(commandId);
        }
      };
      const clients = Array.from({ length: AT_ONCE }, client);
      await new Promise((resolve) => setTimeout(resolve, 400 + ((round * 137) % 800)));
      await server.kill();
      alive = false;
      await Promise.all(clients);
      const startedMs = performance.now();
      await server.start();
      slowestMs = Math.max(slowestMs, performance.now() - startedMs);
      return undefined;
    },
    () => `${acknowledged.size} acknowledged; slowest start ${(slowestMs / 1000).toFixed(1)} s`,
  );
  const book = await bookOf(server);
  await server.kill();
  const lost = await missing(server.folder, acknowledged);
  await server.remove();
  return [
    outcome,
    {
      what: 'acknowledged before a kill',
      tried: acknowledged.size,
      held: acknowledged.size - lost.length,
      seen: '',
      broke: lost,
    },
    { what: 'the book after all kills', tried: 1, held: book.length === 0 ? 1 : 0, seen: '', broke: book },
  ];
};

async function missing(folder: string, acknowledged: ReadonlySet<string>): Promise<readonly string[]> {
  const db = await openDb(folder);
  const notes = (await db.many<{ text: string }>(sql`SELECT text FROM shift_note`)).map(({ text }) => text);
  await db.close();
  const there = new Set(notes);
  const twice = notes.length - there.size;
  return [
    ...[...acknowledged].filter((id) => !there.has(id)).map((id) => `${id} is lost`),
    ...(twice > 0 ? [`${twice} were done twice`] : []),
  ];
}

/** What the check at the start of a server finds. */
export async function bookOf(server: ServerProcess): Promise<readonly string[]> {
  for (;;) {
    const { integrity } = await server.get<HealthReply>('/api/health');
    if (integrity) return integrity.found;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}
