import type { PartNotesReply } from '@north-step/contract';
import { box, toBinaryStl } from '@north-step/core/mesh';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';

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
