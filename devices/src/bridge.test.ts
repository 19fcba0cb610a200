import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, describe, expect, it } from 'vitest';
import { Bridge } from './bridge.ts';

let server: Server;
afterEach(() => server.close());

/** A server that answers the first request slowly. */
async function slowFirst(heard: string[]): Promise<string> {
  let requests = 0;
  server = createServer((request, response) => {
    const waitMs = requests++ === 0 ? 150 : 0;
    let body = '';
    request.on('data', (data) => {
      body += data;
    });
    request.on('end', () =>
      setTimeout(() => {
        heard.push(`${request.headers.authorization} ${JSON.parse(body).samples[0].grams}`);
        response.end('{"ok":true}');
      }, waitMs),
    );
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

describe('a bridge', () => {
  it('sends samples in order, each with its token, however slow the server answers', async () => {
    const heard: string[] = [];
    const bridge = new Bridge({ server: await slowFirst(heard), id: 'scale', token: 'secret' }, 'scale');
    expect(await Promise.all([1, 2, 3].map((grams) => bridge.send([{ atMs: 0, grams }])))).toEqual([true, true, true]);
    expect(heard).toEqual(['Bearer secret 1', 'Bearer secret 2', 'Bearer secret 3']);
  });
  it('takes a server that is away for no error, and stops at once when told', async () => {
    await slowFirst([]);
    const bridge = new Bridge({ server: 'http://127.0.0.1:9', id: 'scale', token: 'x' }, 'scale');
    expect(await bridge.send([{ atMs: 0 }])).toBe(false);
    const following = bridge.followPresses(() => {});
    bridge.stop();
    expect(bridge.running).toBe(false);
    await following;
  });
  it('keeps what it could not send, thins it, and sends it in order when the server is back', async () => {
    const heard: number[][] = [];
    let away = true;
    server = createServer((request, response) => {
      let body = '';
      request.on('data', (data) => {
        body += data;
      });
      request.on('end', () => {
        if (away) return void response.writeHead(503).end('{}');
        heard.push((JSON.parse(body).samples as { grams: number }[]).map(({ grams }) => grams));
        response.end('{"ok":true}');
      });
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const bridge = new Bridge({ server: `http://127.0.0.1:${port}`, id: 'lamp', token: 'x' }, 'lamp');
    for (let i = 0; i < 5; i++) expect(await bridge.send([{ atMs: i, grams: i }])).toBe(false);
    away = false;
    expect(await bridge.send([{ atMs: 5, grams: 5 }])).toBe(true);
    expect(heard).toEqual([[0, 1, 2, 3, 4, 5]]);
    expect(await bridge.send([{ atMs: 6, grams: 6 }])).toBe(true);
    expect(heard[1]).toEqual([6]);
  });
  it('drops what the server will never take, and never holds more than one call may carry', async () => {
    const bodies: number[] = [];
    let status = 400;
    server = createServer((request, response) => {
      let body = '';
      request.on('data', (data) => {
        body += data;
      });
      request.on('end', () => {
        bodies.push((JSON.parse(body).samples as object[]).length);
        response.writeHead(status).end('{}');
      });
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const bridge = new Bridge({ server: `http://127.0.0.1:${port}`, id: 'lamp', token: 'x' }, 'lamp');
    await bridge.send([{ atMs: 0 }]);
    status = 500;
    for (let i = 0; i < 130; i++) await bridge.send([{ atMs: i }]);
    expect(bodies.slice(0, 2)).toEqual([1, 1]);
    expect(Math.max(...bodies)).toBeLessThanOrEqual(100);
  });
  it('hands on what it has to press, and nothing else', async () => {
    const buttons = ['tare', 'start', 'put can', 'no such button'];
    server = createServer((_, response) => {
      const presses = buttons.map((button, number) => ({ number, press: { button } }));
      response.end(JSON.stringify({ presses, upTo: presses.length }));
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    const bridge = new Bridge({ server: `http://127.0.0.1:${port}`, id: 'scale', token: 'x' }, 'scale');
    const pressed: string[] = [];
    await bridge.followPresses(({ button }) => {
      pressed.push(button);
      if (button === 'put can') bridge.stop();
    });
    expect(pressed).toEqual(['tare', 'put can']);
  });
});
