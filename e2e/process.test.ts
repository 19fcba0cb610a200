import { spawnSync } from 'node:child_process';
import net from 'node:net';
import type { BatchState } from '@north-step/core/batch';
import { describe, expect, it, onTestFinished } from 'vitest';
import { ServerProcess } from './bench.ts';

type Reply = { batch: BatchState };

/** A server of the test's own on a copy of the workshop, not started. */
async function ownServer(): Promise<ServerProcess> {
  const server = await ServerProcess.onCopy();
  onTestFinished(() => server.remove());
  return server;
}

const run = (...args: string[]) => {
  const done = spawnSync('node', ['dist/server/server.js', ...args], { encoding: 'utf8', timeout: 30_000 });
  return { code: done.status, text: done.stdout + done.stderr };
};

describe('starting from the command line', () => {
  it.each(['0', '70000', 'harbour', '4170.5'])('refuses port %s in words', (port) => {
    expect(run('--port', port, '--data', 'nowhere')).toEqual({
      code: 2,
      text: `--port ${port} is not a port: give a number from 1 to 65535.\n`,
    });
  });
  it('says so when the port is taken, and leaves the folder free', async () => {
    const server = await ownServer();
    const squatter = net.createServer().listen(server.port, '127.0.0.1');
    await new Promise((resolve) => squatter.once('listening', resolve));
    const refused = run('--port', String(server.port), '--data', server.folder);
    expect([refused.code, refused.text]).toEqual([1, expect.stringContaining('EADDRINUSE')]);
    await new Promise((resolve) => squatter.close(resolve));
    await server.start();
    expect(server.log).toContain(`North Step is at ${server.address}`);
    expect(await server.get('/api/health')).toMatchObject({ database: { state: 'open', folder: server.folder } });
  });
});

describe('kill -9 in mid-wash', () => {
  it('loses nothing acknowledged and keeps the same seconds, 4 times over; then the wash ends and the book balances', async () => {
    const server = await ownServer();
    await server.start();
    await server.fillBaths();
    const batchNow = async () => (await server.get<Reply>(`/api/batches/${id}`)).batch;
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
      const after = await batchNow();
      const before = flagged.body.batch;
      expect([`round ${round}`, `late ${round}`]).toContain(after.flag);
      expect({ ...after, flag: '' }).toEqual({ ...before, flag: '' });
      expect(after.steps[2]).toMatchObject({
        state: 'running',
        startedAtMs: before.steps[2]!.startedAtMs,
        plannedS: before.steps[2]!.plannedS,
      });
    }
    expect((await act('s3', 'finish')).status).toBe(200);
    expect((await server.get<{ residualMg: number }>('/api/solvent')).residualMg).toBe(0);
  }, 900_000);

  it('refuses a second server on the same folder, and says who has it', async () => {
    const server = await ownServer();
    await server.start();
    const second = new ServerProcess(server.folder, server.port + 1);
    await expect(second.start()).rejects.toThrow(
      new RegExp(`already open in North Step, process \\d+, ${server.address}`),
    );
  });
});
