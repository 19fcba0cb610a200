import type { BatchList, FindChoices, RecallReply, RecordList, SolventReply, TrendsReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import { describedMWPerCm2, meterSpots } from '@north-step/core/light';
import { testLamp } from '@north-step/core/testing';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
let first: BatchState;
let second: BatchState;
let tacky: BatchState;
let readingId: string;
const HOUR_S = 3600;
const found = async (query: string) =>
  (await t.get<BatchList>(`/api/batches?sort=oldest&${query}`)).rows.map(({ name }) => name);
const recall = (question: string, query = '') => t.get<RecallReply>(`/api/recall/${question}?${query}`);

beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  await t.must('/api/lamps/lamp-box', { lamp: testLamp });
  await meter(1);
  // the baths are known, with ranges and limits
  await t.get('/api/solvent/care');
  first = await t.workOn(await t.newBatch({ customer: 'Skarv Survey' }));
  t.wait(HOUR_S);
  // somebody reads the first bath far too high, and says so later
  readingId = (
    await t.must<{ readingId: string }>('/api/solvent/readings', {
      vesselId: 'w1',
      reading: { kind: 'residue', sampleMl: 10, residueG: 2.4 },
    })
  ).readingId;
  await t.get('/api/solvent/care');
  t.wait(HOUR_S);
  await t.must('/api/resins/grey/lots', { lot: 'B2', there: true });
  second = await t.workOn(await t.newBatch({ lot: 'B2' }));
  t.wait(HOUR_S);
  await t.must(`/api/solvent/readings/${readingId}/verdict`, { verdict: 'discarded' });
  await meter(0.8);
  const washed = await t.workOn(await t.newBatch({ customer: 'Port of Lunsay' }), (b) => at('look-cured')(b));
  const relit = await t.step(washed, 'look', { outcome: 'tacky' });
  tacky = await t.workOn(relit);
  t.wait(HOUR_S);
});
afterAll(() => t.close());

/** The meter shows so much of what the description promises. */
async function meter(share: number): Promise<void> {
  const described = describedMWPerCm2(testLamp);
  const readings = meterSpots(testLamp).map(({ id }, i) => ({ spot: id, mWPerCm2: share * described[i]! }));
  await t.must('/api/lamps/lamp-box/meter', { readings });
  t.wait(60);
}

describe('batches and records are found', () => {
  it('by each thing that is known of them, and by all of it together', async () => {
    const [a, b, c] = [first.name, second.name, tacky.name];
    expect(await found('')).toEqual([a, b, c]);
    expect(await found('lot=B2')).toEqual([b]);
    expect(await found('lot=A1&customer=Port%20of%20Lunsay')).toEqual([c]);
    expect(await found('bath=w1')).toEqual([a, b, c]);
    expect(await found('lamp=lamp-box&firstLook=not%20good')).toEqual([c]);
    expect(await found('by=Ada%20B.&outcome=passed')).toEqual([a, b, c]);
    expect(await found('by=Nobody')).toEqual([]);
    expect(await found('search=lunsay')).toEqual([c]);
    const middle = (first.steps.at(-1)!.endedAtMs! + second.createdAtMs) / 2;
    expect(await found(`bath=w1&fromMs=${middle}&toMs=${tacky.createdAtMs}`)).toEqual([b]);
    expect(await found(`toMs=${middle}`)).toEqual([a]);
    const records = await t.get<RecordList>('/api/records?lot=B2');
    const { total } = await t.get<RecordList>('/api/records');
    expect([records.total, records.all, records.rows[0]!.batchName]).toEqual([1, total, b]);
  });
  it('with the load of the last wash and its range, the light, the first look and who', async () => {
    const { rows } = await t.get<BatchList>('/api/batches?sort=oldest');
    const [row] = rows;
    const { washed } = row!;
    const wash = first.steps.findLast(({ kind }) => kind === 'wash')!;
    expect(washed).toEqual({
      loadPctW: wash.knew!.loadPctW,
      lowPctW: wash.knew!.loadLowPctW,
      highPctW: wash.knew!.loadHighPctW,
      limitPctW: wash.knew!.limitPctW,
    });
    expect(washed!.lowPctW!).toBeLessThanOrEqual(washed!.loadPctW!);
    expect(washed!.highPctW!).toBeGreaterThanOrEqual(washed!.loadPctW!);
    expect([row!.firstLook, row!.people, rows[2]!.firstLook]).toEqual(['good', ['Ada B.'], 'tacky']);
    expect(row!.lightS).toBeGreaterThan(60);
    const csv = await t.app.inject({ url: '/api/records.csv?lot=B2', headers: { host: 'localhost' } });
    expect(csv.body.split('\n')).toHaveLength(2);
  });
  it('from what there is to choose from, with the fillings of each bath', async () => {
    const choices = await t.get<FindChoices>('/api/find/choices');
    expect(choices.customers).toEqual(['Port of Lunsay', 'Skarv Survey']);
    expect(choices.resins.find(({ id }) => id === 'grey')!.lots).toContain('B2');
    const filling = choices.baths.find(({ id }) => id === 'w1')!.fillings;
    expect(filling).toMatchObject([{ toMs: null }]);
    await t.must('/api/solvent/rotate', { freshMl: 4000, fromVesselId: 'can' });
    const { vessels } = await t.get<SolventReply>('/api/solvent');
    expect(vessels.find(({ id }) => id === 'w1')).toBeDefined();
    const after = (await t.get<FindChoices>('/api/find/choices')).baths.find(({ id }) => id === 'w1')!.fillings;
    expect(after).toHaveLength(2);
    expect(after[1]!.toMs).toBe(after[0]!.fromMs);
  });
});

describe('a recall', () => {
  it('of a lot is every batch of it, and every batch that a correction says was of it', async () => {
    expect((await recall('lot', 'cardId=grey&lot=B2')).rows.map(({ name }) => name)).toEqual([second.name]);
    await t.must(`/api/batches/${first.id}/corrections`, {
      about: 'lot',
      wrong: 'A1',
      right: 'B2',
      because: 'the bottle was still on the bench',
    });
    const { rows, total } = await recall('lot', 'cardId=grey&lot=B2');
    expect([total, rows.map(({ name }) => name).sort()]).toEqual([2, [first.name, second.name].sort()]);
    expect(rows.find(({ name }) => name === first.name)!.why).toEqual({ kind: 'lot', lot: 'B2', corrected: true });
    const asked = await t.app.inject({ url: '/api/recall/lot', headers: { host: 'localhost' } });
    expect([asked.statusCode, asked.json().error.field]).toEqual([400, 'lot']);
  });
  it('of a bath over its limit tells certain from possible by the range that was kept', async () => {
    // what was known of the second batch's wash is set as two weeks of work would have left it
    const set = (low: number, high: number, limit: number) =>
      t.db.many(
        sql`UPDATE batch_step SET load_low_pct = ${low}, load_high_pct = ${high}, limit_pct = ${limit} WHERE batch_id = ${second.id} AND vessel_id = 'w1'`,
      );
    await set(4, 6, 7);
    const before = await recall('over', 'bath=w1');
    expect(before.rows.map(({ name }) => name)).not.toContain(second.name);
    await set(4, 6, 5);
    const maybe = await recall('over', 'bath=w1');
    expect(maybe.rows.find(({ name }) => name === second.name)).toMatchObject({
      sure: false,
      why: { bath: 'Wash 1', lowPctW: 4, highPctW: 6, limitPctW: 5 },
    });
    await set(5.5, 6, 5);
    const sure = await recall('over', 'bath=w1');
    expect(sure.rows.find(({ name }) => name === second.name)!.sure).toBe(true);
    expect(sure.sure).toBe(maybe.sure + 1);
  });
  it('of a lamp is what was lit between two checks that cannot both be right', async () => {
    const { rows } = await recall('lamp', 'lamp=lamp-box');
    // the lamp gave a fifth less at the second check: all before it and after the first, not what came later
    expect(rows.map(({ name }) => name).sort()).toEqual([first.name, second.name].sort());
    const { why } = rows[0]!;
    expect(why.kind === 'lamp' && why.after.scale / why.before.scale).toBeCloseTo(0.8, 2);
  });
  it('of a reading that was set aside is what was washed while it was believed', async () => {
    const { rows } = await recall('reading');
    expect(rows.map(({ name, why }) => [name, why.kind === 'reading' && why.bath])).toEqual([[second.name, 'Wash 1']]);
    const csv = await t.app.inject({ url: '/api/recall/reading/list.csv', headers: { host: 'localhost' } });
    expect(csv.body).toContain('saidPctW');
    expect(csv.body.split('\n')[1]).toContain(second.name);
  });
});

describe('trends', () => {
  it('count first looks, what sent batches back, and times against plan', async () => {
    const nowMs = t.clock.nowMs;
    const trends = await t.get<TrendsReply>(`/api/trends?fromMs=${nowMs - 7 * 86_400_000}&toMs=${nowMs}`);
    const sum = (pick: (week: TrendsReply['weeks'][number]) => number) =>
      trends.weeks.reduce((all, week) => all + pick(week), 0);
    expect([sum((w) => w.sealed), sum((w) => w.looked), sum((w) => w.good)]).toEqual([3, 3, 2]);
    expect(trends.notGood).toEqual([{ seen: 'tacky', count: 1 }]);
    expect(trends.causes).toEqual([{ seen: 'tacky', at: 'after light', count: 1 }]);
    expect(trends.tack.reduce((all, { batches }) => all + batches, 0)).toBe(3);
    // every step was worked for its planned time
    const wash = trends.times.find(({ kind }) => kind === 'wash')!;
    expect([wash.steps, ...wash.share.map((share) => Math.round(share))]).toEqual([6, 1, 1, 1]);
  });
});
