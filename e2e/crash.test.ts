import type { BatchState } from '@north-step/core/route';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ServerProcess } from './bench.ts';

let server: ServerProcess;
beforeAll(async () => {
  server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
});
afterAll(() => server.remove());

type Reply = { batch: BatchState };
const batchOf = async (id: string) => (await server.get<Reply>(`/api/batches/${id}`)).batch;

describe('kill -9 in mid-wash', () => {
  it('loses nothing acknowledged and keeps the same seconds, 4 times over', async () => {
    const { id } = await server.hang();
    const act = (step: string, verb: string, body: object = {}) =>
      server.post<Reply>(`/api/batches/${id}/steps/${step}/${verb}`, body);
    await act('s1', 'start');
    await server.runOut(id);
    await act('s1', 'finish');
    await act('s2', 'finish');
    await act('s3', 'start');
    for (let round = 1; round <= 4; round++) {
      const extended = await act('s3', 'extend', { addS: round % 2 === 0 ? 11 : -10 });
      const flagged = await server.post<Reply>(`/api/batches/${id}/flag`, { note: `round ${round}` });
      expect([extended.status, flagged.status]).toEqual([200, 200]);
      // half of the rounds die with one more command on its way
      const inFlight =
        round % 2 === 0
          ? server.post(`/api/batches/${id}/flag`, { note: `late ${round}` }).catch(() => undefined)
          : undefined;
      await server.kill();
      await inFlight;
      await server.start();
      const after = await batchOf(id);
      const before = flagged.body.batch;
      expect([`round ${round}`, `late ${round}`]).toContain(after.flag);
      expect({ ...after, flag: '' }).toEqual({ ...before, flag: '' });
      expect(after.steps[2]).toMatchObject({
        state: 'running',
        startedAtMs: before.steps[2]!.startedAtMs,
        plannedS: before.steps[2]!.plannedS,
      });
    }
  }, 900_000);

  it('still balances, and finishes the wash', async () => {
    const [{ id }] = (await server.get<{ rows: { id: string }[] }>('/api/batches')).rows as [{ id: string }];
    expect((await server.post(`/api/batches/${id}/steps/s3/finish`, {})).status).toBe(200);
    expect((await server.get<{ residualMg: number }>('/api/solvent')).residualMg).toBe(0);
  });

  it('refuses a second server on the same folder, and says who has it', async () => {
    const second = new ServerProcess(server.folder, server.port + 1);
    await expect(second.start()).rejects.toThrow(
      new RegExp(`already open in North Step, process \\d+, ${server.address}`),
    );
  });
});
