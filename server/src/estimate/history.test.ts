import type { PostingReply, ReadReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Queryable, sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';
import { SolventBook } from './history.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());

describe('the history of solvent, read as it grows', () => {
  it('is after every deed what a fresh reading of all of it gives', async () => {
    const book = new SolventBook();
    const same = async () => {
      const grown = await book.read(t.db);
      expect(grown).toEqual(await new SolventBook().read(t.db));
      return grown.items.length;
    };
    const atFirst = await same();
    await t.workOn(await t.newBatch(), at('dry'));
    const worked = await same();
    expect(worked).toBeGreaterThan(atFirst);
    const reading = { kind: 'residue', sampleMl: 10, residueG: 0.1 };
    const { readingId } = await t.must<ReadReply>('/api/solvent/readings', { vesselId: 'w1', reading });
    // a sample that was dried is taken out of the bath too
    const read = await same();
    expect(read).toBeGreaterThan(worked);
    const judge = (verdict: string) => t.must(`/api/solvent/readings/${readingId}/verdict`, { verdict });
    await judge('discarded');
    expect(await same()).toBe(read - 1);
    await judge('trusted');
    expect(await same()).toBe(read);
    const fill = { vesselId: 'bottle', volumeMl: 500, strengthPct: 90 };
    const { postingId } = await t.must<PostingReply>('/api/solvent/fill', fill);
    expect(await same()).toBe(read + 1);
    await t.must('/api/solvent/reverse', { postingId });
    expect(await same()).toBe(read);
  });
  it('reads only what came since, and a little of what came before', async () => {
    await t.db.many(sql`
      INSERT INTO ledger_posting (id, at, kind, note, by, command_id, deeds)
      SELECT 'bulk-' || n, now(), 'fill', '', 'x', 'x', '[]' FROM generate_series(1, 600) n`);
    let rows = 0;
    const counted: Queryable = {
      ...t.db,
      many: async <Row>(statement: Parameters<Queryable['many']>[0]) => {
        const found = await t.db.many<Row>(statement);
        if (statement.text.includes('ledger_posting')) rows += found.length;
        return found;
      },
    };
    const book = new SolventBook();
    await book.read(counted);
    expect(rows).toBeGreaterThan(600);
    rows = 0;
    await book.read(counted);
    expect(rows).toBe(200);
  });
});
