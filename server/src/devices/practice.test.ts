import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { DevicesReply } from '@north-step/contract';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { type Running, startServer } from '../serve.ts';
import { freePort } from '../testing/freePort.ts';

const folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-practice-'));
let running: Running | undefined;
afterAll(async () => {
  await running?.close();
  rmSync(folder, { recursive: true, force: true });
});
const start = async () => {
  running = await startServer({ folder, port: await freePort(), logLevel: 'silent' });
  return running.address;
};
async function post(url: string, body: object): Promise<{ id: string; token: string }> {
  const reply = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(reply.status, url).toBe(200);
  return (await reply.json()) as { id: string; token: string };
}
const devices = async (address: string) =>
  ((await (await fetch(`${address}/api/devices`)).json()) as DevicesReply).devices;
/** What a device shows, once it is heard from. */
const shows = (address: string, id: string) =>
  vi.waitFor(
    async () => {
      const device = (await devices(address)).find((one) => one.id === id);
      expect(device?.online).toBe(true);
      return device!;
    },
    { timeout: 30_000, interval: 100 },
  );

describe('a simulated device for practice', () => {
  it('runs as soon as it is added, does what is pressed, goes on after a restart, and ends when it is taken away', async () => {
    const address = await start();
    const { id } = await post(`${address}/api/devices`, { kind: 'scale', name: 'Toy scale', practice: true });
    expect(await shows(address, id)).toMatchObject({ simulated: true, name: 'Toy scale' });
    await post(`${address}/api/devices/${id}/press`, { button: 'put weight' });
    await vi.waitFor(async () => expect((await shows(address, id)).last!.grams).toBeCloseTo(100, 0), {
      timeout: 30_000,
    });
    await running!.close();
    const again = await start();
    expect((await shows(again, id)).name).toBe('Toy scale');
    await post(`${again}/api/devices/${id}/remove`, {});
    expect(await devices(again)).toEqual([]);
  });
});
