import type { BatchReply, CardReply } from '@north-step/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';
import { ownBench } from '../testing/ownBench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterAll(() => t.close());
const file = async (id = 'grey', of = t) => {
  const reply = await of.app.inject({ url: `/api/resins/${id}/card.json`, headers: { host: 'localhost' } });
  expect(reply.headers['content-disposition']).toContain(`${id}-`);
  return reply.json();
};
const take = (card: object, over: object = {}, into = t) =>
  into.post('/api/resins', { card, changeNote: 'from the data sheet', ...over });

describe('resin cards', () => {
  it('go out as a file, come back changed as the next version, and old batches keep theirs', async () => {
    const t = await ownBench();
    const before = await t.newBatch();
    const card = await file('grey', t);
    expect(card).toMatchObject({ format: 'north-step-resin-card-1', id: 'grey', version: 1, exposureCapS: 900 });
    const reply = await take({ ...card, exposureCapS: 300 }, { lots: ['A3'] }, t);
    expect(
      reply.body.versions.map((v: CardReply['versions'][number]) => [
        v.card.version,
        v.card.exposureCapS,
        v.changeNote,
      ]),
    ).toEqual([
      [2, 300, 'from the data sheet'],
      [1, 900, 'As it came.'],
    ]);
    expect(reply.body.lots).toContain('A3');
    const after = await t.newBatch({ lot: 'A3' });
    expect([before.card.exposureCapS, after.card.exposureCapS]).toEqual([900, 300]);
    const { versions } = await t.get<CardReply>('/api/resins/grey');
    expect(versions.map(({ batches }) => batches)).toEqual([1, 1]);
  });
  it('make a new resin under a new id, and count how its batches looked', async () => {
    const card = { ...(await file()), id: 'night-grey', name: 'Night Grey' };
    expect((await take(card, { lots: ['N1'] })).status).toBe(200);
    await t.workOn(await t.newBatch({ cardId: 'night-grey', lot: 'N1' }));
    expect((await t.get<CardReply>('/api/resins/night-grey')).versions[0]).toMatchObject({
      batches: 1,
      good: 1,
      tacky: 0,
      tinted: 0,
    });
  });
  it('come in lots: one more, or one used up, makes no new version and is a fact with who', async () => {
    const lots = (lot: string, there: boolean, by = 'Ada B.') => t.post('/api/resins/grey/lots', { lot, there, by });
    const before = await t.get<CardReply>('/api/resins/grey');
    expect((await lots('  B7 ', true)).body).toMatchObject({ lots: expect.arrayContaining(['B7']), usedUp: [] });
    const hung = await t.newBatch({ lot: 'B7' });
    const gone = (await lots('B7', false)).body as CardReply;
    expect([gone.lots.includes('B7'), gone.usedUp, gone.versions.length]).toEqual([
      false,
      ['B7'],
      before.versions.length,
    ]);
    const part = { name: 'block', areaMm2: 9000, heightMm: 40, wallMm: 3 };
    const refused = await t.post('/api/batches', { cardId: 'grey', lot: 'B7', count: 1, dripS: 300, part });
    expect([refused.status, refused.body.error.code]).toEqual([409, 'LOT_USED_UP']);
    expect((await t.get<BatchReply>(`/api/batches/${hung.id}`)).batch.lot).toBe('B7');
    expect((await lots('B8', false)).body.error).toMatchObject({ code: 'UNKNOWN_LOT', field: 'lot' });
    expect((await lots('   ', true)).body.error.code).toBe('BAD_VALUE');
    expect((await lots('B7', true)).body).toMatchObject({ lots: expect.arrayContaining(['B7']), usedUp: [] });
    const facts = await t.db.many<{ value: object; by: string }>(
      sql`SELECT value, by FROM setting_event WHERE key = 'lot' ORDER BY seq`,
    );
    expect(facts.map(({ value, by }) => ({ ...value, by }))).toEqual([
      { cardId: 'grey', lot: 'B7', there: true, by: 'Ada B.' },
      { cardId: 'grey', lot: 'B7', there: false, by: 'Ada B.' },
      { cardId: 'grey', lot: 'B7', there: true, by: 'Ada B.' },
    ]);
  });
  it('publish their schema', async () => {
    const schema = await t.get<{ $id: string; required: string[] }>('/api/resins/card.schema.json');
    expect(schema.$id).toBe('north-step-resin-card-1');
    expect(schema.required).toContain('exposureCapS');
  });
  it.each([
    ['a missing field', { viscosityMPaS25: undefined }, 400, /viscosityMPaS25/],
    ['an unknown field', { colour: 'red' }, 400, /colour/],
    ['an absurd number', { exposureCapS: 1e6 }, 400, /exposureCapS/],
    ['a liquid nobody knows', { solvents: ['tea'] }, 400, /solvents/],
    ['another format', { format: 'something-else' }, 400, /format/],
    ['constants that contradict each other', { cure: { tg0C: 90, tg1C: 10 } }, 422, /card\.cure\.tg1C/],
  ])('are refused with %s, and nothing is kept', async (_, over, status, field) => {
    const versions = async () => (await t.get<CardReply>('/api/resins/grey')).versions.length;
    const [count, card] = [await versions(), await file()];
    const reply = await take({ ...card, ...over });
    expect([reply.status, await versions()]).toEqual([status, count]);
    expect(`${reply.body.error.field} ${reply.body.error.message}`).toMatch(field);
  });
  it('never change once written', async () => {
    await expect(t.db.many(sql`UPDATE resin_card SET name = 'x'`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});
