import { randomUUID } from 'node:crypto';
import type { DevicesReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { dropUnfinished, readFile, sql, storeFile } from '../db/index.ts';
import { registerDevice } from '../devices/index.ts';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const raw = (method: 'GET' | 'POST', url: string, payload?: string, headers: Record<string, string> = {}) =>
  t.app.inject({
    method,
    url,
    ...(payload === undefined ? {} : { payload }),
    headers: { host: 'localhost', ...(payload ? { 'content-type': 'application/json' } : {}), ...headers },
  });
const note = (text: string, commandId: string = randomUUID()) =>
  raw('POST', '/api/shift-notes', `{"commandId":"${commandId}","text":"${text}"}`);

describe('what no database keeps', () => {
  it.each([
    ['NUL in a body', () => note('a\\u0000b'), 'text'],
    ['half a pair in a body', () => note('a\\ud800b'), 'text'],
    ['NUL in a path', () => raw('GET', '/api/batches/a%00b'), 'batchId'],
    ['NUL in a query', () => raw('GET', '/api/batches?search=%00'), 'search'],
  ])('is refused with its field: %s', async (_, send, field) => {
    const reply = await send();
    expect([reply.statusCode, reply.json().error]).toEqual([
      400,
      expect.objectContaining({ code: 'BAD_INPUT', field, kept: 'Nothing was changed.' }),
    ]);
  });
  it('is refused: a number without end', async () => {
    const reply = await raw('POST', '/api/compute/density', '{"strengthPctW":1e309,"loadPctW":1,"tempC":20}');
    expect([reply.statusCode, reply.json().error.field]).toEqual([400, 'strengthPctW']);
  });
  it('is refused: a form that is cut off, and one without a border', async () => {
    const headers = { 'content-type': 'multipart/form-data; boundary=x' };
    const cut = '--x\r\ncontent-disposition: form-data; name="file"; filename="a.stl"\r\n\r\nsolid';
    for (const [payload, type] of [
      [cut, headers],
      ['x', { 'content-type': 'multipart/form-data' }],
    ] as const) {
      const reply = await raw('POST', '/api/compute/mesh', payload, type);
      expect([reply.statusCode, reply.json().error.code]).toEqual([400, 'BAD_INPUT']);
    }
  });
  it('a whole emoji is text', async () => expect((await note('all good \\ud83d\\ude00')).statusCode).toBe(200));
});

describe('a command id', () => {
  it('stands for one thing: another body or another batch under it is refused, and nothing is done', async () => {
    const id = randomUUID();
    expect((await note('first', id)).statusCode).toBe(200);
    expect((await note('first', id)).statusCode).toBe(200);
    const other = await note('second', id);
    expect([other.statusCode, other.json().error.code]).toEqual([409, 'COMMAND_ID_REUSED']);
    expect(await t.db.many(sql`SELECT text FROM shift_note WHERE text IN ('first', 'second')`)).toEqual([
      { text: 'first' },
    ]);
    const [one, two] = [await t.newBatch(), await t.newBatch()];
    const flag = (batchId: string, commandId: string) =>
      t.post(`/api/batches/${batchId}/flag`, { note: 'look here' }, commandId);
    const flagId = randomUUID();
    expect((await flag(one.id, flagId)).status).toBe(200);
    expect((await flag(two.id, flagId)).status).toBe(409);
    expect((await t.get<{ batch: { flag?: string } }>(`/api/batches/${two.id}`)).batch.flag).toBeUndefined();
  });
  it('may say how long it waited this time', async () => {
    const id = randomUUID();
    const send = (heldMs: number) => t.post('/api/shift-notes', { text: 'waited', heldMs }, id);
    expect([(await send(10)).status, (await send(900)).status]).toEqual([200, 200]);
  });
});

describe('pages from elsewhere', () => {
  it.each([
    ['cross-site', 'no-cors', 403],
    ['same-site', 'cors', 403],
    ['cross-site', 'navigate', 200],
    ['same-origin', 'cors', 200],
    ['none', 'navigate', 200],
  ])('a browser that says %s, %s gets %i', async (site, mode, status) => {
    const reply = await raw('GET', '/api/health', undefined, { 'sec-fetch-site': site, 'sec-fetch-mode': mode });
    expect(reply.statusCode).toBe(status);
  });
});

describe('a device', () => {
  const samples = (token: string, id = 'flooded') =>
    raw('POST', `/api/devices/${id}/samples`, '{"samples":[{"atMs":1,"grams":1}]}', {
      authorization: `Bearer ${token}`,
    });
  it('is not silenced by a stranger who floods under its name', async () => {
    await registerDevice(t.db, { id: 'flooded', kind: 'scale', name: 'Flooded', simulated: false, token: 'right' });
    for (let i = 0; i < 60; i++) expect((await samples('wrong')).statusCode).toBe(401);
    expect((await samples('right')).statusCode).toBe(200);
  });
  it('can be taken away, and counts no more', async () => {
    await registerDevice(t.db, { id: 'retired', kind: 'scale', name: 'Retired', simulated: false, token: 'right' });
    expect((await samples('right', 'retired')).statusCode).toBe(200);
    expect((await raw('POST', '/api/devices/retired/remove')).statusCode).toBe(200);
    expect((await samples('right', 'retired')).statusCode).toBe(404);
    expect((await t.get<DevicesReply>('/api/devices')).devices.map(({ id }) => id)).not.toContain('retired');
  });
});

describe('a large file', () => {
  const bytes = new Uint8Array(3_000_000).map((_, i) => (i * 7) % 251);
  const store = (key: string) =>
    storeFile(t.db, 'photo', key, bytes, async (tx) => {
      await tx.many(
        sql`INSERT INTO photo (sha256, media, bytes, at) VALUES (${key}, 'image/png', ${bytes.length}, now())`,
      );
    });
  it('lets others in between its pieces, is read back as it came, and is no fact before the last', async () => {
    const key = 'e'.repeat(64);
    const order: string[] = [];
    const storing = store(key).then(() => order.push('stored'));
    await t.db.one(sql`SELECT 1 AS one`);
    order.push('asked');
    expect(await readFile(t.db, 'photo', key)).toBeUndefined();
    await storing;
    expect(order).toEqual(['asked', 'stored']);
    expect(Buffer.compare((await readFile(t.db, 'photo', key))!, bytes)).toBe(0);
  });
  it('left half-written is taken away by the daily check, what is whole stays', async () => {
    const key = 'd'.repeat(64);
    await store(key);
    await t.db.many(sql`INSERT INTO photo_chunk (sha256, place, data) VALUES ('half', 0, '\\x00')`);
    expect(await dropUnfinished(t.db)).toBe(1);
    const kept = await t.db.many<{ sha256: string }>(sql`SELECT DISTINCT sha256 FROM photo_chunk`);
    expect(kept.map(({ sha256 }) => sha256)).toContain(key);
    expect(kept.map(({ sha256 }) => sha256)).not.toContain('half');
  });
});
