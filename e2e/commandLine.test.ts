import { spawnSync } from 'node:child_process';
import net from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ServerProcess } from './bench.ts';

let server: ServerProcess;
beforeAll(async () => {
  server = await ServerProcess.onCopy();
});
afterAll(() => server.remove());

const run = (...args: string[]) => {
  const done = spawnSync('node', ['dist/server/server.js', ...args], { encoding: 'utf8', timeout: 30_000 });
  return { code: done.status, text: done.stdout + done.stderr };
};

describe('starting from the command line', () => {
  it.each(['0', '70000', 'harbour', '4170.5'])('refuses port %s in words', (port) => {
    expect(run('--port', port, '--data', server.folder)).toEqual({
      code: 2,
      text: `--port ${port} is not a port: give a number from 1 to 65535.\n`,
    });
  });
  it('says so when the port is taken, and leaves the folder free', async () => {
    const squatter = net.createServer().listen(server.port, '127.0.0.1');
    await new Promise((resolve) => squatter.once('listening', resolve));
    const refused = run('--port', String(server.port), '--data', server.folder);
    expect([refused.code, refused.text]).toEqual([1, expect.stringContaining('EADDRINUSE')]);
    await new Promise((resolve) => squatter.close(resolve));
    await server.start();
    expect(await server.get('/api/health')).toMatchObject({ database: { state: 'open', folder: server.folder } });
  });
  it('starts again after a kill, and says its address', async () => {
    await server.kill();
    await server.start();
    expect(server.log).toContain(`North Step is at ${server.address}`);
  });
});
