import { spawn } from 'node:child_process';
import path from 'node:path';
import type { DevicesReply, PressesReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';
import { DeviceHub } from './deviceHub.ts';
import { registerDevice } from './register.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await registerDevice(t.db, { id: 'scale', kind: 'scale', name: 'Bench scale', simulated: true, token: 'right' });
});
afterAll(() => t.close());
const asDevice = (path: string, token = 'right', body?: object) =>
  t.app.inject({
    method: body ? 'POST' : 'GET',
    url: `/api/devices/scale/${path}`,
    ...(body && { payload: body }),
    headers: { host: 'localhost', authorization: `Bearer ${token}` },
  });
const sample = { atMs: 1, grams: 12.34, stable: true };

describe('the open device API', () => {
  it('takes what the ten-line client of the docs sends', async () => {
    const address = await t.app.listen({ port: 0, host: '127.0.0.1' });
    const client = spawn('node', [path.resolve('docs/device-client.mjs'), address, 'scale', 'right']);
    const shown = async () => (await t.get<DevicesReply>('/api/devices')).devices[0]!;
    try {
      await expect.poll(shown, { timeout: 10_000 }).toMatchObject({ online: true, last: { grams: 62.37 } });
    } finally {
      client.kill();
    }
  });
  it('tells a device that floods to wait, and takes it again after', async () => {
    const replies = await Promise.all(
      Array.from({ length: 120 }, () => asDevice('samples', 'right', { samples: [sample] })),
    );
    const refused = replies.filter((reply) => reply.statusCode === 429);
    expect(refused.length).toBeGreaterThan(0);
    expect(refused.length + replies.filter((reply) => reply.statusCode === 200).length).toBe(120);
    expect(refused[0]!.json().error).toMatchObject({
      code: 'TOO_MANY',
      remedy: expect.stringContaining('wait a second'),
    });
    await new Promise((resolve) => setTimeout(resolve, 1100));
    expect((await asDevice('samples', 'right', { samples: [sample] })).statusCode).toBe(200);
  });
  it('shows what a device with the right token says, and forgets it when it falls silent', async () => {
    expect((await asDevice('samples', 'wrong', { samples: [sample] })).statusCode).toBe(401);
    expect((await asDevice('samples', 'right', { samples: [sample] })).json()).toEqual({ ok: true });
    expect((await t.get<DevicesReply>('/api/devices')).devices[0]).toMatchObject({
      name: 'Bench scale',
      online: true,
      last: sample,
    });
    t.wait(60);
    expect((await t.get<DevicesReply>('/api/devices')).devices[0]!.online).toBe(false);
  });
  it('hands presses to the device, once each, in order, waiting for the next', async () => {
    await asDevice('samples', 'right', { samples: [sample] });
    const { upTo } = (await asDevice('presses?after=-1&waitMs=0')).json() as PressesReply;
    await t.must('/api/devices/scale/press', { commandId: undefined, by: undefined, button: 'tare' });
    const first = (await asDevice(`presses?after=${upTo}&waitMs=0`)).json() as PressesReply;
    expect(first.presses).toEqual([{ number: first.upTo, press: { button: 'tare' } }]);
    const waiting = asDevice(`presses?after=${first.upTo}&waitMs=5000`);
    await t.must('/api/devices/scale/press', {
      commandId: undefined,
      by: undefined,
      button: 'fill flask',
      vesselId: 'w1',
      amount: 100,
    });
    const second = (await waiting).json() as PressesReply;
    expect(second.presses.map(({ number }) => number)).toEqual([first.upTo + 1]);
    expect(((await asDevice('presses?after=-1&waitMs=0')).json() as PressesReply).presses).toEqual([]);
  });
  it('a press between two questions of a device that never had one is not lost, nor one after a restart', async () => {
    const empty = (await asDevice('presses?after=-1&waitMs=0')).json() as PressesReply;
    expect(empty.presses).toEqual([]);
    await asDevice('samples', 'right', { samples: [sample] });
    await t.must('/api/devices/scale/press', { commandId: undefined, by: undefined, button: 'tare' });
    const next = (await asDevice(`presses?after=${empty.upTo}&waitMs=0`)).json() as PressesReply;
    expect(next.presses.map(({ press }) => press.button)).toEqual(['tare']);
    const restarted = new DeviceHub(next.upTo + 1000);
    restarted.press('scale', { button: 'take off' });
    expect((await restarted.pressesAfter('scale', next.upTo, 0)).presses.map(({ press }) => press.button)).toEqual([
      'take off',
    ]);
  });
  it('says in words that a device is away, unknown, or has no photo', async () => {
    t.wait(60);
    const away = await t.post('/api/devices/scale/press', { commandId: undefined, by: undefined, button: 'tare' });
    expect([away.status, away.body.error.code]).toEqual([409, 'DEVICE_AWAY']);
    expect(
      (await t.post('/api/devices/none/press', { commandId: undefined, by: undefined, button: 'tare' })).status,
    ).toBe(404);
    await registerDevice(t.db, { id: 'lens', kind: 'camera', name: 'Lens', simulated: true, token: 'right' });
    const photo = await t.app.inject({ url: '/api/devices/lens/photo', headers: { host: 'localhost' } });
    expect(photo.json().error.code).toBe('UNKNOWN_PHOTO');
  });
  it('takes a PNG and gives it back, nothing else', async () => {
    const send = (payload: Buffer) =>
      t.app.inject({
        method: 'POST',
        url: '/api/devices/scale/photo',
        payload,
        headers: { host: 'localhost', authorization: 'Bearer right', 'content-type': 'image/png' },
      });
    expect((await send(Buffer.from('not a picture'))).json().error).toMatchObject({
      code: 'BAD_VALUE',
      field: 'photo',
    });
    const png = Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]);
    expect((await send(png)).statusCode).toBe(200);
    expect((await asDevice('photo')).rawPayload.equals(png)).toBe(true);
  });
});
