import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
});
afterAll(() => t.close());
const send = (headers: Record<string, string>, url = '/api/health') => t.app.inject({ url, headers });

describe('this machine only', () => {
  it.each([
    ['a foreign host', { host: 'workshop.example' }, 'FOREIGN_HOST'],
    ['a name that only starts like ours', { host: 'localhost.example:4170' }, 'FOREIGN_HOST'],
    ['a page from elsewhere', { host: 'localhost:4170', origin: 'http://evil.example' }, 'FOREIGN_ORIGIN'],
    ['a page from another port', { host: 'localhost:4170', origin: 'http://localhost:9999' }, 'FOREIGN_ORIGIN'],
    ['a file opened from disk', { host: 'localhost:4170', origin: 'null' }, 'FOREIGN_ORIGIN'],
  ])('refuses %s', async (_, headers, code) => {
    const reply = await send(headers);
    expect([reply.statusCode, reply.json().error.code]).toEqual([403, code]);
  });
  it.each([['127.0.0.1:4170'], ['localhost:4170'], ['[::1]:4170']])('answers as %s', async (host) =>
    expect((await send({ host, origin: `http://${host}` })).statusCode).toBe(200),
  );
  it('sets the usual guards on pages, without asking for https', async () => {
    const { headers } = await send({ host: 'localhost' });
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['content-security-policy']).not.toContain('upgrade-insecure');
    expect([headers['x-content-type-options'], headers['strict-transport-security']]).toEqual(['nosniff', undefined]);
  });
});

describe('replies', () => {
  it('says version, database and uptime', async () => {
    t.wait(7);
    expect((await send({ host: 'localhost' })).json()).toMatchObject({
      version: '0.1.0',
      database: { state: 'open', schema: 18 },
      uptimeS: 7,
    });
  });
  it('describes every path with a summary', async () => {
    const { paths } = (await send({ host: 'localhost' }, '/api/docs')).json() as {
      paths: Record<string, Record<string, { summary?: string }>>;
    };
    const bare = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods)
        .filter(([, m]) => !m.summary)
        .map(([method]) => `${method} ${path}`),
    );
    expect(bare).toEqual([]);
    expect(Object.keys(paths)).toEqual(
      expect.arrayContaining(['/api/compute/film', '/api/batches/{batchId}/steps/{stepId}/finish', '/api/live']),
    );
    const page = await send({ host: 'localhost', accept: 'text/html' }, '/api/docs');
    expect(page.body).toContain('openapi.json');
  });
  it('bounds bodies, and names what is unknown', async () => {
    const big = await t.post('/api/batches', { note: 'x'.repeat(300_000) });
    expect([big.status, big.body.error.code]).toEqual([413, 'TOO_LARGE']);
    expect((await send({ host: 'localhost' }, '/api/nothing')).statusCode).toBe(404);
    const broken = await t.app.inject({
      method: 'POST',
      url: '/api/batches',
      payload: '{',
      headers: { host: 'localhost', 'content-type': 'application/json' },
    });
    expect([broken.statusCode, broken.json().error.code]).toEqual([400, 'BAD_REQUEST']);
  });
});

describe('the stream of changes', () => {
  it('tells what a command changed, to everyone who listens', async () => {
    const address = await t.app.listen({ host: '127.0.0.1', port: 0 });
    const reply = await fetch(`${address}/api/live`);
    const reader = reply.body!.getReader();
    let text = '';
    const until = async (word: string) => {
      while (!text.includes(word)) text += new TextDecoder().decode((await reader.read()).value);
    };
    await until('event: hello');
    await t.must('/api/solvent/fill', { vesselId: 'can', volumeMl: 100 });
    await until('event: change');
    expect(text).toContain('"topics":["solvent","bench"]');
    await reader.cancel();
  });
});
