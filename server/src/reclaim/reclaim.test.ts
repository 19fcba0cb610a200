import type {
  BatchCostReply,
  BenchReply,
  RunReply,
  RunsReply,
  SolventReply,
  WasteList,
  WhereReply,
} from '@north-step/contract';
import { type RunState, reduceRun, runStepNow } from '@north-step/core/reclaim';
import { canonicalJson } from '@north-step/core/record';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { checkAll } from '../integrity/check.ts';
import { TestBench } from '../testing/bench.ts';
import { reclaimWorkshop, soilDrum } from '../testing/reclaimShop.ts';
import { runEvents } from './store.ts';

let t: TestBench;
/** Every capability has a workshop of its own, with a drum of dirty alcohol. */
function inWorkshop(): void {
  beforeAll(async () => {
    t = await TestBench.of(reclaimWorkshop);
    await t.fillBaths();
    await soilDrum(t.db, t.clock.nowMs, 8, 9000);
  });
  afterAll(() => t.close());
}

const begin = async (over: object = {}) =>
  (
    await t.must<RunReply>('/api/reclaim', {
      kind: 'harden-filter',
      fromVesselId: 'drum',
      insideVesselId: 'settling',
      toVesselId: 'bottle',
      amountMl: 2500,
      ...over,
    })
  ).run;
const at = (run: RunState, what: 'start' | 'finish' | 'look') =>
  `/api/reclaim/${run.id}/steps/${runStepNow(run)!.id}/${what}`;
const finish = async (run: RunState, body: object = {}) => (await t.must<RunReply>(at(run, 'finish'), body)).run;
const look = async (run: RunState, outcome: string) => (await t.must<RunReply>(at(run, 'look'), { outcome })).run;
const vessel = async (id: string) => (await t.get<SolventReply>('/api/solvent')).vessels.find((one) => one.id === id)!;
/** A litre goes through one pass into the bottle. */
async function reclaimSome(): Promise<RunState> {
  let run = await finish(await begin({ amountMl: 1000 }));
  t.wait(172_800);
  run = await look(await finish(run), 'clear');
  return finish(await finish(run, { backMl: 850 }));
}
const inAll = ({ balance }: RunState) =>
  balance.reclaimedG + balance.evaporatedG + balance.sludgeG + balance.unaccountedG;

describe('harden and filter, twice over', () => {
  inWorkshop();
  it('balances to the milligram, puts the sludge into the waste, learns from its passes, and is the sum of its facts', async () => {
    const first = await begin();
    expect((await t.bench()).runs.map(({ id }) => id)).toEqual([first.id]);
    // 0.66 g of 10 mL of 95 % alcohol with 8 % in it
    let run = await finish(first, { reading: { kind: 'residue', sampleMl: 10, residueG: 0.66 } });
    expect(run.loadPctW).toBeCloseTo(8.09, 1);
    // it stands in the light by itself, and calls back after two days
    expect(runStepNow(run)).toMatchObject({ kind: 'stand', state: 'running', plannedS: 172_800 });
    t.wait(172_800);
    run = await look(await finish(run), 'milky');
    expect(runStepNow(run)).toMatchObject({ kind: 'stand', pass: 1, plannedS: 86_400 });
    t.wait(86_400);
    run = await look(await finish(run), 'clear');
    const wrong = await t.post(`/api/reclaim/${run.id}/steps/r1/finish`);
    expect([wrong.status, wrong.body.error.code]).toEqual([409, 'NOT_NEXT']);
    const tooMuch = await t.post(at(run, 'finish'), { backMl: 2600 });
    expect([tooMuch.status, tooMuch.body.error.field]).toEqual([422, 'backMl']);
    run = await finish(run, {
      backMl: 2060,
      reading: { kind: 'residue', sampleMl: 10, residueG: 0.19 },
      another: true,
    });
    expect(run.passes[0]).toMatchObject({ loadWasRead: true, backWasMeasured: true });
    expect(run.passes[0]!.afterPctW).toBeCloseTo(2.37, 1);
    t.wait(172_800);
    run = await look(await finish(run), 'clear');
    run = await finish(run, { backMl: 1900 });
    const stands = await vessel('settling');
    expect(stands.reclaimedShare).toBe(1);
    run = await finish(run);
    expect(run.endedAtMs).toBeDefined();
    expect(inAll(run)).toBeCloseTo(run.takenG, 3);
    const bottle = await vessel('bottle');
    expect(bottle.volumeMl).toBeCloseTo(stands.volumeMl, 0);
    expect(bottle.reclaimedShare).toBe(1);
    const reply = await t.get<SolventReply>('/api/solvent');
    expect(reply.residualMg).toBe(0);
    const movement = reply.movements.find(({ kind }) => kind === 'reclaim pass')!;
    const undone = await t.post('/api/solvent/reverse', { postingId: movement.id });
    expect(undone.body.error.code).toBe('IN_A_RUN');
    const { open } = await t.get<WasteList>('/api/waste');
    const { done, learned } = await t.get<RunsReply>('/api/reclaim');
    expect(open[0]!.grams).toBeCloseTo(done[0]!.balance.sludgeG, 3);
    expect([learned.loads, learned.volumes]).toEqual([1, 2]);
    const replayed = (await runEvents(t.db, done[0]!.id)).reduce<RunState | undefined>(reduceRun, undefined);
    expect(canonicalJson(replayed)).toBe(canonicalJson(done[0]));
  });
});

describe('harden and filter', () => {
  inWorkshop();
  it('keeps its jar from other hands, and pours back what is left when it is given up', async () => {
    const before = await vessel('drum');
    const run = await finish(await begin({ amountMl: 1000 }));
    const meddling = await t.post('/api/solvent/discard', { vesselId: 'settling', volumeMl: 10, to: 'spilled' });
    expect(meddling.body.error.code).toBe('IN_A_RUN');
    const second = await t.post('/api/reclaim', {
      kind: 'harden-filter',
      fromVesselId: 'drum',
      insideVesselId: 'settling',
      toVesselId: 'bottle',
      amountMl: 100,
    });
    expect(second.body.error.code).toBe('IN_A_RUN');
    await t.must(`/api/reclaim/${run.id}/give-up`, { because: 'the sun is gone' });
    expect((await vessel('drum')).volumeMl).toBeCloseTo(before.volumeMl, 0);
    expect((await t.bench()).runs).toEqual([]);
  });
  it.each([
    ['a bath as its jar', { insideVesselId: 'w1' }, 422, 'WRONG_VESSEL'],
    ['water', { fromVesselId: 'pan' }, 409, 'WRONG_SOLVENT'],
    ['nowhere to put it', { toVesselId: undefined }, 409, 'NO_VESSEL'],
    ['more than there is', { amountMl: 90_000 }, 409, 'VESSEL_OVERDRAWN'],
    ['alcohol in the water pan', { kind: 'pan', insideVesselId: 'pan' }, 409, 'WRONG_SOLVENT'],
  ])('is refused for %s', async (_, over, status, code) => {
    const body = {
      kind: 'harden-filter',
      fromVesselId: 'drum',
      insideVesselId: 'settling',
      toVesselId: 'bottle',
      amountMl: 500,
    };
    const reply = await t.post('/api/reclaim', { ...body, ...over });
    expect([reply.body.error.code, reply.status]).toEqual([code, status]);
  });
});

describe('a still', () => {
  inWorkshop();
  it('is planned when it is charged, opened only cold, and balances', async () => {
    let run = await finish(await begin({ kind: 'distil', insideVesselId: 'still', powerW: 400 }));
    expect(run.still!.minutes).toBeGreaterThan(60);
    const cold = await t.post(at(run, 'finish'), {});
    expect(cold.body.error.code).toBe('NOT_STARTED');
    run = (await t.must<RunReply>(at(run, 'start'))).run;
    t.wait(50 * 60);
    run = await finish(run, { heatEnd: 'pot too hot' });
    const hot = await t.post(at(run, 'finish'), {});
    expect([hot.status, hot.body.error.code]).toEqual([409, 'STILL_HOT']);
    t.wait(1800);
    run = await finish(await finish(run), { backMl: 1800, heelG: 480 });
    expect(inAll(run)).toBeCloseTo(run.takenG, 3);
    expect(run.steps.find(({ kind }) => kind === 'heat')!.heatEnd).toBe('pot too hot');
  });
});

const mild = { tempC: 20, humidityPct: 50, windMPerS: 1, netRadiationMJ: 8 };
const say = async ({ id }: RunState, weather: object) =>
  (await t.must<RunReply>(`/api/reclaim/${id}/weather`, { weather })).run;
async function beginPan(): Promise<RunState> {
  await t.must('/api/solvent/fill', { vesselId: 'pan', volumeMl: 5000 });
  return begin({ kind: 'pan', fromVesselId: 'pan', insideVesselId: 'pan', toVesselId: undefined, amountMl: 5000 });
}

describe('a pan of water', () => {
  inWorkshop();
  it('dries by the weather, waits in frost, fills in rain, and ends in the waste', async () => {
    let run = await beginPan();
    expect(runStepNow(run)).toMatchObject({ kind: 'dry', state: 'running' });
    t.wait(86_400);
    run = await say(run, mild);
    // 3.72 mm · 0.85 of 0.25 m² in a day: 0.79 kg
    expect(run.balance.evaporatedG).toBeCloseTo(790, -1);
    t.wait(2 * 86_400);
    run = await say(run, { ...mild, tempC: -3 });
    expect(run.balance.evaporatedG).toBeCloseTo(790, -1);
    t.wait(86_400);
    run = await say(run, { ...mild, rainMmPerDay: 10 });
    expect(run.rainG).toBeCloseTo(2500, 0);
    run = await look(await finish(run), 'frozen');
    run = await look(await finish(run), 'dry');
    run = await finish(run);
    expect(run.endedAtMs).toBeDefined();
    expect(inAll(run)).toBeCloseTo(run.takenG + run.rainG, 3);
    expect((await vessel('pan')).volumeMl).toBe(0);
  });
});

describe('where it went', () => {
  inWorkshop();
  it('opens, adds up and closes exactly, whatever the period, on the page and in CSV', async () => {
    const startMs = t.clock.nowMs;
    await t.workOn(await t.newBatch());
    const run = await beginPan();
    for (const rainMmPerDay of [0, 10, 4]) {
      t.wait(86_400);
      await say(run, { ...mild, rainMmPerDay });
    }
    await reclaimSome();
    const days = [0, 1, 2.5, 4, 9, 20].map((day) => startMs - 3_600_000 + day * 86_400_000);
    for (const [i, fromMs] of days.slice(0, -1).entries()) {
      const query = `fromMs=${fromMs}&toMs=${days[i + 1]}`;
      const { opening, rows, closing } = await t.get<WhereReply>(`/api/solvent/where?${query}`);
      for (const column of [0, 1, 2])
        expect(rows.reduce((sum, { mg }) => sum + mg[column]!, opening[column]!)).toBe(closing[column]);
      const csv = (await t.app.inject({ url: `/api/solvent/where.csv?${query}`, headers: { host: 'localhost' } })).body;
      const table = Papa.parse<Record<string, string>>(csv, { header: true }).data;
      expect(table.map(({ total_g }) => Math.round(1000 * Number(total_g)))).toEqual(
        [opening, ...rows.map(({ mg }) => mg), closing].map((mg) => mg.reduce((sum, part) => sum + part, 0)),
      );
    }
    const all = await t.get<WhereReply>(
      `/api/solvent/where?fromMs=${startMs - 3_600_000}&toMs=${t.clock.nowMs + 1000}`,
    );
    expect(all.opening).toEqual([0, 0, 0]);
    const { vessels } = await t.get<SolventReply>('/api/solvent');
    expect(all.closing[0]).toBe(Math.round(1000 * vessels.reduce((sum, { solventG }) => sum + solventG, 0)));
    expect(all.rows.find(({ row }) => row === 'rained in')!.mg[1]).toBeGreaterThan(2_400_000);
    expect(all.batches).toBe(1);
  });
});

describe('what a batch cost', () => {
  inWorkshop();
  it('is said by its own washes and hands', async () => {
    const batch = await t.workOn(await t.newBatch());
    const { rows, total } = await t.get<BatchCostReply>(`/api/batches/${batch.id}/cost`);
    expect(rows.map(({ part }) => part)).toEqual([
      'resin',
      'solvent lost',
      'bath used up',
      'wipes and gloves',
      'hands',
    ]);
    expect(rows.reduce((sum, { cost }) => sum + cost, 0)).toBeCloseTo(total, 9);
    expect(rows[0]!.amount).toBeGreaterThan(0.3);
    expect(rows[0]!.cost).toBeCloseTo((rows[0]!.amount * 38) / 1000, 9);
  });
});

describe('waste', () => {
  inWorkshop();
  it('is put in, hardened, labelled, and handed over once', async () => {
    const { container } = await t.must<{ container: { id: string } }>('/api/waste', {
      name: 'Box 1',
      kind: 'mixed',
      capacityL: 10,
    });
    const to = `/api/waste/${container.id}`;
    const empty = await t.post(`${to}/hand-over`, { carrier: 'Fenn Haul' });
    expect(empty.body.error.code).toBe('WASTE_EMPTY');
    await t.must(`${to}/add`, { what: 'gloves', grams: 30 });
    await t.must(`${to}/add`, { what: 'clippings', grams: 90 });
    expect((await t.post(`${to}/hand-over`, { carrier: 'Fenn Haul' })).body.error.code).toBe('NOT_HARDENED');
    await t.must(`${to}/harden`);
    const pdf = await t.app.inject({ url: `${to}/label.pdf`, headers: { host: 'localhost' } });
    expect(pdf.rawPayload.subarray(0, 5).toString()).toBe('%PDF-');
    await t.must(`${to}/hand-over`, { carrier: 'Fenn Haul', paper: 'W-17', grams: 240 });
    expect((await t.post(`${to}/add`, { what: 'gloves', grams: 1 })).body.error.code).toBe('WASTE_GONE');
    const { years, gone } = await t.get<WasteList>('/api/waste');
    // the carrier's scale said twice as much: each kind shares it
    expect(years[0]!.grams).toEqual({ gloves: 60, clippings: 180 });
    expect(gone[0]!.handedOver).toMatchObject({ carrier: 'Fenn Haul', paper: 'W-17' });
  });
});

describe('facts and states', () => {
  inWorkshop();
  it('agree for every run and container; one that does not is named', async () => {
    const run = await reclaimSome();
    await t.must('/api/waste', { name: 'Box 1', kind: 'mixed', capacityL: 10 });
    expect((await checkAll(t.db, t.clock.nowMs)).found).toEqual([]);
    const set = (grams: number) =>
      t.db.many(
        sql`UPDATE reclaim_run SET state = jsonb_set(state, '{takenG}', ${JSON.stringify(grams)}::jsonb) WHERE id = ${run.id}`,
      );
    await set(1);
    expect((await checkAll(t.db, t.clock.nowMs)).found).toEqual([
      expect.stringMatching(new RegExp(`^${run.name}: its state`)),
    ]);
    await set(run.takenG);
  });
  it('are never changed', async () => {
    await expect(t.db.many(sql`UPDATE reclaim_event SET by = 'nobody'`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
    await expect(t.db.many(sql`DELETE FROM waste_event`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});

describe('the bench', () => {
  inWorkshop();
  it('shows what is reclaimed in each vessel as it is mixed', async () => {
    await reclaimSome();
    const { postingId } = await t.must<{ postingId: string }>('/api/solvent/fill', {
      vesselId: 'w2',
      volumeMl: 200,
      fromVesselId: 'bottle',
    });
    const share = async () =>
      (await t.get<BenchReply>('/api/bench')).vessels.find(({ id }) => id === 'w2')!.reclaimedShare;
    expect(await share()).toBeGreaterThan(0.03);
    await t.must('/api/solvent/reverse', { postingId });
    expect(await share()).toBe(0);
  });
});
