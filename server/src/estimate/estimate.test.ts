import type { BathCare, BenchReply, CareReply, PostingReply, ReadReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  for (let n = 0; n < 4; n++) await t.workOn(await t.newBatch({ count: 60 }), at('dry'));
});
afterAll(() => t.close());
const care = async (id = 'w1'): Promise<BathCare> =>
  (await t.get<CareReply>('/api/solvent/care')).baths.find((bath) => bath.vesselId === id)!;
const width = ({ estimate }: BathCare) => estimate.range90[1] - estimate.range90[0];
const read = (reading: object, more: object = {}) =>
  t.post('/api/solvent/readings', { vesselId: 'w1', reading, ...more });
const residue = (residueG: number) => ({ kind: 'residue', sampleMl: 10, residueG });

describe('the care of a bath', () => {
  it('has a load near the book with a range, a limit with its reason, choices and a forecast', async () => {
    const bath = await care();
    const { bench, vessels } = await t.get<BenchReply>('/api/bench');
    const bookPctW = vessels.find((v) => v.id === 'w1')!.loadPctW;
    expect(bath.estimate.range90[0]).toBeLessThan(bookPctW);
    expect(bath.estimate.range90[1]).toBeGreaterThan(bookPctW);
    expect(bath.limit).toMatchObject({ limitPctW: 12.5, by: 'speed' });
    expect(bath.choices.map((choice) => choice.kind)).toContain('rotate');
    expect(bath.washes).toHaveLength(4);
    expect(Object.keys(bath.resinsG)).toEqual(['grey']);
    // the bench plans with the estimate, not with the book
    expect(bench.baths['wash-1']!.loadPctW).toBeCloseTo(bath.estimate.loadPctW, 6);
  });
  it('a reading narrows the range; the bench follows; discarding it widens it again', async () => {
    const before = await care();
    const loadPctW = before.estimate.loadPctW + 0.4;
    const { readingId } = (await read(residue(Number(((8.15 * loadPctW) / 100).toFixed(3))))).body as ReadReply;
    const after = await care();
    expect(width(after)).toBeLessThan(0.7 * width(before));
    expect(after.readings[0]).toMatchObject({ id: readingId, verdict: null, raw: { kind: 'residue' } });
    expect(after.readings[0]!.surprise).toBeLessThan(3);
    expect((await t.get<BenchReply>('/api/bench')).care.w1!.range90).toEqual(after.estimate.range90);
    await t.must(`/api/solvent/readings/${readingId}/verdict`, { verdict: 'discarded' });
    expect(width(await care())).toBeCloseTo(width(before), 1);
    await t.must(`/api/solvent/readings/${readingId}/verdict`, { verdict: 'trusted' });
    expect(width(await care())).toBeCloseTo(width(after), 6);
    await t.must(`/api/solvent/readings/${readingId}/verdict`, { verdict: 'discarded' });
  });
  it('a reading that disagrees badly is told so', async () => {
    await read(residue(1.9));
    expect((await care()).readings[0]!.surprise).toBeGreaterThan(3);
    await t.must(`/api/solvent/readings/${(await care()).readings[0]!.id}/verdict`, { verdict: 'discarded' });
  });
  it('rotating starts the load anew; taking it back restores it', async () => {
    const before = await care();
    const { postingId } = await t.must<PostingReply>('/api/solvent/rotate', { freshMl: 4000, fromVesselId: 'can' });
    expect((await care()).estimate.loadPctW).toBeLessThan(0.5 * before.estimate.loadPctW);
    await t.must('/api/solvent/reverse', { postingId });
    expect((await care()).estimate.loadPctW).toBeCloseTo(before.estimate.loadPctW, 6);
  });
  it('the shop’s own limit counts when it is stricter', async () => {
    await t.must('/api/solvent/limit', { vesselId: 'w1', limitPctW: 4 });
    expect((await care()).limit).toMatchObject({ limitPctW: 4, by: 'shop' });
    await t.must('/api/solvent/limit', { vesselId: 'w1', limitPctW: null });
    expect((await care()).limit.by).toBe('speed');
  });
  it('postings from before the estimator knew them are read off their lines', async () => {
    const before = (await care('w2')).estimate.massG;
    await t.db.transaction(async (tx) => {
      await tx.many(
        sql`INSERT INTO ledger_posting (id, at, kind, note, by, command_id) VALUES ('old', ${new Date(t.clock.nowMs)}, 'top up', '', 'x', 'x')`,
      );
      await tx.many(sql`INSERT INTO ledger_line VALUES ('old', 'w2', 100000, 0, 0), ('old', 'supply', -100000, 0, 0)`);
    });
    expect((await care('w2')).estimate.massG - before).toBeCloseTo(100, -1);
  });
});

describe('readings that cannot be are refused, nothing stored', () => {
  const future = () => t.clock.nowMs + 3_600_000;
  it.each<[string, object, () => object, number, string, string]>([
    [
      'lighter than pure',
      { kind: 'density', densityGPerMl: 0.75, tempC: 20 },
      () => ({}),
      422,
      'OUTSIDE_PHYSICS',
      'densityGPerMl',
    ],
    ['negative residue', residue(-1), () => ({}), 422, 'OUTSIDE_PHYSICS', 'residueG'],
    [
      'white darker than black',
      { kind: 'clarity', whiteSeen: 0.1, blackSeen: 0.2, whiteRef: 1, blackRef: 0, pathMm: 30 },
      () => ({}),
      422,
      'OUTSIDE_PHYSICS',
      'whiteSeen',
    ],
    ['in the future', residue(0.1), () => ({ takenAtMs: future() }), 422, 'IN_THE_FUTURE', 'takenAtMs'],
    ['before the last fill', residue(0.1), () => ({ takenAtMs: 1000 }), 422, 'BEFORE_LAST_FILL', 'takenAtMs'],
    ['of an empty vessel', residue(0.1), () => ({ vesselId: 'drum' }), 409, 'VESSEL_EMPTY', 'vesselId'],
  ])('%s', async (_, reading, more, status, code, field) => {
    const before = (await care()).readings.length;
    const reply = await read(reading, more());
    expect([reply.status, reply.body.error.code, reply.body.error.field]).toEqual([status, code, field]);
    expect((await care()).readings).toHaveLength(before);
  });
  it('a value that is missing is named', async () => {
    expect((await read({ kind: 'residue', sampleMl: 10 })).status).toBe(400);
    expect((await t.post('/api/solvent/readings/nope/verdict', { verdict: 'trusted' })).status).toBe(404);
  });
  it('a stored reading cannot be changed or deleted, even by SQL', async () => {
    await expect(t.db.many(sql`UPDATE reading SET load_pct = 1`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
    await expect(t.db.many(sql`DELETE FROM reading_verdict`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});
