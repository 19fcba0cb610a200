import type { MovementList, PostingReply, SolventReply, VesselReply, WorkloadReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const book = () => t.get<SolventReply>('/api/solvent');
const vessel = async (id: string) => (await book()).vessels.find((v) => v.id === id)!;
const sink = async (account: string) => (await book()).sinks.find((s) => s.account === account)!;

describe('the ledger in full', () => {
  it('an idle bath loses by its lid and the hours: some 4 g/h open, half a gram a day closed', async () => {
    await t.must<VesselReply>('/api/solvent/lid', { vesselId: 'w1', lid: 'open' });
    const before = await vessel('w1');
    t.wait(10 * 3600);
    await t.must('/api/solvent/lid', { vesselId: 'w1', lid: 'closed' });
    const after = await vessel('w1');
    const lostG = before.solventG - after.solventG;
    // 0.1245 kg/m²h at 99 %, 20 °C on 0.04 m² is 5 g/h
    expect(lostG).toBeGreaterThan(40);
    expect(lostG).toBeLessThan(65);
    expect(after.waterG).toBeGreaterThan(before.waterG);
    t.wait(48 * 3600);
    await t.must('/api/solvent/lid', { vesselId: 'w1', lid: 'closed' });
    const closed = after.solventG - (await vessel('w1')).solventG;
    expect(closed).toBeGreaterThan(0.5);
    expect(closed).toBeLessThan(3);
    expect((await book()).residualMg).toBe(0);
  });
  it('a count posts the difference to unaccounted, and can be taken back', async () => {
    const before = await vessel('can');
    const unaccounted = (await sink('unaccounted')).solventG;
    const { postingId, unaccountedG } = await t.must<PostingReply>('/api/solvent/count', {
      vesselId: 'can',
      volumeMl: before.volumeMl - 100,
    });
    expect(unaccountedG).toBeCloseTo(-79, -1);
    expect((await vessel('can')).volumeMl).toBeCloseTo(before.volumeMl - 100, 1);
    expect((await sink('unaccounted')).solventG - unaccounted).toBeCloseTo(78, -1);
    await t.must('/api/solvent/reverse', { postingId });
    expect((await vessel('can')).volumeMl).toBeCloseTo(before.volumeMl, 6);
    const more = await t.must<PostingReply>('/api/solvent/count', { vesselId: 'can', volumeMl: before.volumeMl + 50 });
    expect(more.unaccountedG).toBeGreaterThan(35);
    expect((await book()).residualMg).toBe(0);
  });
  it('spills and disposals leave for good; more than there is does not', async () => {
    await t.must('/api/solvent/discard', { vesselId: 'w1', volumeMl: 200, to: 'spilled', note: 'the rim' });
    expect((await sink('spilled')).solventG).toBeCloseTo(157, -1);
    await t.must('/api/solvent/discard', { vesselId: 'w1', volumeMl: 100, to: 'disposed' });
    expect((await sink('disposed')).solventG).toBeCloseTo(78, -1);
    const over = await t.post('/api/solvent/discard', { vesselId: 'w1', volumeMl: 90_000, to: 'disposed' });
    expect([over.status, over.body.error.code]).toEqual([409, 'VESSEL_OVERDRAWN']);
  });
  it('emptying and refilling is one movement, taken back whole', async () => {
    for (const vesselId of ['w2', 'can', 'drum']) await t.must('/api/solvent/lid', { vesselId, lid: 'closed' });
    const before = await book();
    const { postingId } = await t.must<PostingReply>('/api/solvent/refill', {
      vesselId: 'w2',
      toVesselId: 'drum',
      fromVesselId: 'can',
      volumeMl: 4000,
    });
    expect((await vessel('w2')).volumeMl).toBeCloseTo(4000, -1);
    expect((await vessel('drum')).volumeMl).toBeGreaterThan(4000);
    await t.must('/api/solvent/reverse', { postingId });
    expect((await book()).vessels).toEqual(before.vessels);
  });
  it('water goes into a water vessel only; an empty vessel takes on what comes', async () => {
    const { vessel: bowl } = await t.must<VesselReply>('/api/solvent/vessel', {
      name: 'Rinse bowl',
      kind: 'bath',
      solvent: 'water',
      capacityMl: 2000,
      surfaceCm2: 500,
    });
    await t.must('/api/solvent/fill', { vesselId: bowl.id, volumeMl: 1500 });
    expect(await vessel(bowl.id)).toMatchObject({ solventG: 0, strengthPctW: null, waterG: expect.closeTo(1497, 0) });
    const wrong = await t.post('/api/solvent/fill', { vesselId: bowl.id, volumeMl: 100, fromVesselId: 'can' });
    expect([wrong.status, wrong.body.error.code, wrong.body.error.field]).toEqual([409, 'WRONG_SOLVENT', 'vesselId']);
    await t.must('/api/solvent/refill', { vesselId: bowl.id });
    await t.must('/api/solvent/fill', { vesselId: bowl.id, volumeMl: 500, fromVesselId: 'can' });
    expect(await vessel(bowl.id)).toMatchObject({ solvent: 'isopropanol' });
    const twice = await t.post('/api/solvent/vessel', {
      name: 'rinse BOWL',
      kind: 'bath',
      solvent: 'water',
      capacityMl: 2000,
      surfaceCm2: 500,
    });
    expect(twice.body.error.code).toBe('NAME_TAKEN');
  });
});

describe('movements', () => {
  let t: TestBench;
  beforeAll(async () => {
    t = await TestBench.open();
    await t.fillBaths();
    await t.must('/api/solvent/discard', { vesselId: 'w1', volumeMl: 200, to: 'spilled', note: 'the rim' });
    await t.workOn(await t.newBatch(), at('dry'));
  });
  afterAll(() => t.close());
  it('are found by vessel, kind, words and day, and saved as CSV', async () => {
    const washes = await t.get<MovementList>('/api/solvent/movements?kind=wash');
    expect(washes.total).toBe(2);
    expect(washes.rows.every((row) => row.batchId !== null && row.lines.length >= 2)).toBe(true);
    expect((await t.get<MovementList>('/api/solvent/movements?vesselId=w1&kind=wash')).total).toBe(1);
    expect((await t.get<MovementList>('/api/solvent/movements?search=the%20rim')).rows.map((row) => row.kind)).toEqual([
      'spill',
    ]);
    expect((await t.get<MovementList>(`/api/solvent/movements?fromMs=${t.clock.nowMs + 1}`)).total).toBe(0);
    expect((await t.get<MovementList>('/api/solvent/movements?search=100%25')).total).toBe(0);
    const csv = await t.app.inject({ url: '/api/solvent/movements.csv?kind=wash', headers: { host: 'localhost' } });
    const lines = csv.body.split('\r\n');
    expect(lines[0]).toBe('at,kind,note,by,account,solvent_g,water_g,resin_g,batch,run,reverses,movement');
    expect(lines.length).toBe(1 + washes.rows.reduce((sum, row) => sum + row.lines.length, 0));
  });
  it('the workload of the last days joins both baths of a batch', async () => {
    const { batches } = await t.get<WorkloadReply>('/api/solvent/workload?days=7');
    expect(batches).toHaveLength(1);
    expect(batches[0]!.resinG).toBeGreaterThan(0.5);
  });
});
