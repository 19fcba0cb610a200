import type { PartNotesReply, PartSizesReply } from '@north-step/contract';
import { box, toBinaryStl } from '@north-step/core/mesh';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

describe('notes for whoever prepares the files', () => {
  it('stand at a place of a part, collected over its batches, and go out as CSV', async () => {
    const stored = await t.app.inject({
      method: 'POST',
      url: '/api/meshes?name=hood.stl',
      payload: Buffer.from(toBinaryStl(box(20, 30, 40))),
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    });
    const { sha256 } = stored.json();
    const first = await t.newBatch({ part: { name: 'hood', meshSha256: sha256 } });
    const second = await t.newBatch({ part: { name: 'hood', meshSha256: sha256 } });
    await t.must(`/api/batches/${first.id}/part-notes`, { kind: 'unreachable support', atMm: [1, 2, 3.5] });
    await t.must(`/api/batches/${second.id}/part-notes`, { kind: 'warped', text: '=lifts 1 mm' });
    const { notes } = await t.get<PartNotesReply>('/api/part-notes?part=hood');
    expect(notes).toMatchObject([
      { kind: 'warped', text: '=lifts 1 mm', atMm: null, batchName: second.name, meshSha256: sha256, by: 'Ada B.' },
      { kind: 'unreachable support', atMm: [1, 2, 3.5], batchName: first.name },
    ]);
    expect((await t.get<PartNotesReply>('/api/part-notes?part=cap')).notes).toEqual([]);
    const csv = (await t.app.inject({ url: '/api/part-notes.csv', headers: { host: 'localhost' } })).body;
    // a cell that looks like a formula is text
    expect(csv).toContain("'=lifts 1 mm");
    expect(csv.split('\n')[0]).toContain('xMm,yMm,zMm');
  });
  it('refuses unknown kinds, other files and changes', async () => {
    const batch = await t.newBatch();
    const note = (body: object) => t.post(`/api/batches/${batch.id}/part-notes`, body);
    expect((await note({ kind: 'ugly' })).status).toBe(400);
    expect((await note({ kind: 'warped', meshSha256: 'a'.repeat(64) })).body.error).toMatchObject({
      code: 'BAD_VALUE',
      field: 'meshSha256',
    });
    expect((await t.post('/api/batches/nope/part-notes', { kind: 'warped' })).status).toBe(404);
    await expect(t.db.many(sql`DELETE FROM part_note`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});

describe('sizes of parts', () => {
  const size = (foundMm: number, over: object = {}) => ({
    name: 'bore',
    side: 'inside',
    nominalMm: 8,
    toleranceMm: 0.08,
    foundMm,
    ...over,
  });
  const part = { name: 'hub', areaMm2: 3000, heightMm: 20, wallMm: 2 };
  it('stand in the record, and as a series of the part over its batches', async () => {
    const first = await t.workOn(await t.newBatch({ part, count: 3 }), at('seal'));
    await t.must(`/api/batches/${first.id}/sizes`, { sizes: [size(7.97, { piece: 1 }), size(7.9, { piece: 3 })] });
    const sealed = await t.workOn(first);
    const second = await t.newBatch({ part });
    await t.must(`/api/batches/${second.id}/sizes`, { sizes: [size(7.99)] });
    const { sizes } = await t.get<PartSizesReply>('/api/part-sizes?part=hub');
    expect(sizes.map(({ batchName, foundMm, piece }) => [batchName, foundMm, piece])).toEqual([
      [second.name, 7.99, null],
      [first.name, 7.9, 3],
      [first.name, 7.97, 1],
    ]);
    const csv = (await t.app.inject({ url: '/api/part-sizes.csv?part=hub', headers: { host: 'localhost' } })).body;
    expect(csv.split('\n')).toHaveLength(4);
    const { rows } = await t.get<{ rows: { number: number; batchId: string }[] }>('/api/records');
    const { number } = rows.find(({ batchId }) => batchId === sealed.id)!;
    const file = await t.get<{ body: { sizes: { foundMm: number }[] } }>(`/api/records/${number}/file.json`);
    expect(file.body.sizes.map(({ foundMm }) => foundMm)).toEqual([7.97, 7.9]);
    expect((await t.post(`/api/batches/${first.id}/sizes`, { sizes: [size(8)] })).status).toBe(409);
  });
  it('slips of a digit, pieces and parts that are not there: refused, and nothing is kept', async () => {
    const batch = await t.newBatch({ part: { ...part, name: 'sleeve' }, count: 2 });
    const refusal = async (...sizes: object[]) => {
      const { status, body } = await t.post(`/api/batches/${batch.id}/sizes`, { sizes });
      return [status, body.error.field];
    };
    expect(await refusal(size(8), size(79.7))).toEqual([422, 'sizes.1.foundMm']);
    expect(await refusal(size(8, { piece: 3 }))).toEqual([422, 'sizes.0.piece']);
    expect(await refusal(size(8, { which: 'lid' }))).toEqual([404, 'sizes.0.which']);
    expect(await refusal(size(-1))).toEqual([400, 'sizes.0.foundMm']);
    expect((await t.get<PartSizesReply>('/api/part-sizes?part=sleeve')).sizes).toEqual([]);
  });
});
