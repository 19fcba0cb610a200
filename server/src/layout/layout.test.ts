import type { LayoutReply, SolventReply } from '@north-step/contract';
import { currentStep } from '@north-step/core/batch';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { at, TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeEach(async () => {
  t = await TestBench.open();
  await t.fillBaths();
});
afterEach(() => t.close());
const layout = () => t.get<LayoutReply>('/api/layout');
const names = ({ stations }: LayoutReply) =>
  stations.filter(({ retiredAtMs }) => retiredAtMs === null).map(({ name }) => name);
const add = (thing: string, name: string, more: object = {}) =>
  t.must<LayoutReply>('/api/layout/stations', { thing, name, ...more });
const idOf = async (name: string) => (await layout()).stations.find((station) => station.name === name)!.id;
const refusalOf = async (url: string, body: object = {}) => {
  const { status, body: said } = await t.post(url, body);
  return [status, said.error.code, said.error.field];
};
const empty = (vesselId: string) => t.must('/api/solvent/refill', { vesselId, toVesselId: 'drum' });

describe('something new stands there', () => {
  it('a bath at the clean end of a line, with its book; a lamp with the light that such lamps have', async () => {
    await add('machine-bath', 'Wash 3', { lineId: 'alcohol' });
    const after = await add('box-lamp', 'Left box');
    expect(names(after).slice(-2)).toEqual(['Wash 3', 'Left box']);
    expect(after.lines).toEqual([
      { id: 'alcohol', name: 'Alcohol', baths: ['wash-1', 'wash-2', await idOf('Wash 3')] },
    ]);
    expect(after.changes.map(({ change }) => change)).toEqual([
      { what: 'added', name: 'Left box', thing: 'box-lamp' },
      { what: 'added', name: 'Wash 3', thing: 'machine-bath' },
    ]);
    const { bench, vessels } = await t.bench();
    expect(vessels.find(({ name }) => name === 'Wash 3')).toMatchObject({ capacityMl: 4000, volumeMl: 0 });
    expect(bench.lamps[await idOf('Left box')]!.doubtShare).toBeGreaterThan(0.3);
    // three baths in line: the new batch takes the route that washes in all of them
    const { id } = vessels.find(({ name }) => name === 'Wash 3')!;
    await t.must('/api/solvent/fill', { vesselId: id, volumeMl: 3500, fromVesselId: 'can' });
    const batch = await t.newBatch();
    expect(batch.route!.id).toBe('three-baths');
    expect((await t.workOn(batch)).recordHash).toBeDefined();
  });
  it('is refused in words, and nothing stands there more', async () => {
    const before = names(await layout());
    const tries = [
      // a name that is taken, water in a line of alcohol, a line that is not there, what nobody has, no name
      [{ thing: 'jar', name: ' wash 1 ' }, [409, 'NAME_TAKEN', 'name']],
      [{ thing: 'bowl', name: 'Bowl', lineId: 'alcohol' }, [409, 'TWO_LIQUIDS', 'baths']],
      [{ thing: 'jar', name: 'Jar', lineId: 'none' }, [404, 'UNKNOWN_ID', undefined]],
      [{ thing: 'kettle', name: 'Kettle' }, [400, 'BAD_INPUT', 'thing']],
      [{ thing: 'jar', name: '  ' }, [422, 'BAD_VALUE', 'name']],
    ] as const;
    for (const [body, refusal] of tries) expect(await refusalOf('/api/layout/stations', body)).toEqual(refusal);
    expect(names(await layout())).toEqual(before);
  });
});

describe('while parts are on their way', () => {
  it('a bath is called otherwise: what is to be done there takes the name on, what is sealed keeps the old', async () => {
    const sealed = await t.workOn(await t.newBatch());
    const open = await t.newBatch();
    await t.must('/api/layout/stations/wash-1', { name: 'Grey bath', capacityMl: 6000, by: 'Ada B.' });
    const bench = await t.bench();
    const titles = bench.open.find(({ id }) => id === open.id)!.steps.map(({ title }) => title);
    expect(titles).toContain('Grey bath');
    expect(titles).not.toContain('Wash 1');
    expect(bench.vessels.find(({ id }) => id === 'w1')).toMatchObject({ name: 'Grey bath', capacityMl: 6000 });
    const record = await t.get<{ batch: { steps: { title: string }[] } }>(`/api/batches/${sealed.id}`);
    expect(record.batch.steps.map(({ title }) => title)).toContain('Wash 1');
    expect((await layout()).changes[0]).toMatchObject({
      by: 'Ada B.',
      change: { name: 'Wash 1', set: { name: 'Grey bath' } },
    });
    expect(await refusalOf('/api/layout/stations/wash-1', { capacityMl: 3000 })).toEqual([
      422,
      'BAD_VALUE',
      'capacityMl',
    ]);
    expect(await refusalOf('/api/layout/stations/trim-mat', { capacityMl: 500 })).toEqual([
      409,
      'NO_VESSEL',
      'capacityMl',
    ]);
  });
  it('nothing goes from under parts, nor the only place of what is planned', async () => {
    const batch = await t.workOn(await t.newBatch(), at('wash'));
    const washing = await t.step(batch, 'start');
    const station = currentStep(washing)!.station;
    expect(await refusalOf(`/api/layout/stations/${station}/retire`)).toEqual([409, 'PARTS_THERE', 'stationId']);
    expect(await refusalOf('/api/layout/stations/lamp-box/retire')).toEqual([409, 'LIGHT_PLANNED', 'stationId']);
    await add('drying-rack', 'Second rack');
    const { batches } = (await t.must<LayoutReply>('/api/layout/stations/dry-rack/retire')).stations.find(
      ({ name }) => name === 'Second rack',
    )!;
    expect(batches).toEqual([{ id: batch.id, name: batch.name, here: false }]);
    const sealed = await t.workOn(washing);
    expect(sealed.recordHash).toBeDefined();
    expect(sealed.steps.find(({ kind }) => kind === 'dry')!.station).toBe(await idOf('Second rack'));
  });
});

describe('a bath that goes', () => {
  it('must be empty; its movements keep its name; and it can be put back', async () => {
    expect(await refusalOf('/api/layout/stations/wash-2/retire')).toEqual([409, 'NOT_EMPTY', 'stationId']);
    await empty('w2');
    const gone = await t.must<LayoutReply>('/api/layout/stations/wash-2/retire');
    expect(names(gone)).not.toContain('Wash 2');
    expect(gone.lines[0]!.baths).toEqual(['wash-1']);
    const solvent = await t.get<SolventReply>('/api/solvent');
    expect([solvent.former, solvent.residualMg]).toEqual([[{ id: 'w2', name: 'Wash 2' }], 0]);
    expect(solvent.vessels.map(({ id }) => id)).not.toContain('w2');
    // what is left still runs a batch
    expect((await t.workOn(await t.newBatch())).recordHash).toBeDefined();
    expect(await refusalOf('/api/layout/stations/wash-2/retire')).toEqual([404, 'UNKNOWN_ID', undefined]);
    const back = await t.must<LayoutReply>('/api/layout/stations/wash-2/put-back');
    expect([names(back).includes('Wash 2'), back.lines[0]!.baths]).toEqual([true, ['wash-1']]);
  });
});

describe('order', () => {
  it('of stations is what was asked for, of all of them', async () => {
    const ids = (await layout()).stations.map(({ id }) => id);
    const turned = [...ids].reverse();
    const after = await t.must<LayoutReply>('/api/layout/order', { stations: turned });
    expect(after.stations.map(({ id }) => id)).toEqual(turned);
    expect((await t.bench()).stations.map(({ id }) => id)).toEqual(turned);
    for (const stations of [ids.slice(1), [...ids, 'moon'], [...ids.slice(1), ids[1]!]])
      expect(await refusalOf('/api/layout/order', { stations })).toEqual([409, 'NOT_ALL', 'stations']);
  });
  it('of baths in a line: turned round, the first becomes the clean one; taken apart, each stands by itself', async () => {
    const line = (body: object) => t.must<LayoutReply>('/api/layout/lines', body);
    await line({ lineId: 'alcohol', name: 'Spirit', baths: ['wash-2', 'wash-1'] });
    const { bench, vessels } = await t.bench();
    expect(bench.lines).toEqual([{ id: 'alcohol', name: 'Spirit', baths: ['wash-2', 'wash-1'] }]);
    expect(vessels.find(({ id }) => id === 'w1')!.line!.position).toBe('last');
    const two = await line({ name: 'Other', baths: ['wash-1'] });
    expect(two.lines.map(({ name, baths }) => [name, baths])).toEqual([
      ['Spirit', ['wash-2']],
      ['Other', ['wash-1']],
    ]);
    expect(await refusalOf('/api/layout/lines', { name: 'spirit', baths: ['wash-1'] })).toEqual([
      409,
      'NAME_TAKEN',
      'name',
    ]);
    expect(await refusalOf('/api/layout/lines', { name: 'X', baths: ['trim-mat'] })).toEqual([
      409,
      'NO_VESSEL',
      'baths',
    ]);
    expect((await line({ lineId: two.lines[1]!.id, name: 'Other', baths: [] })).lines).toHaveLength(1);
  });
});

describe('people', () => {
  it('come, are called otherwise and leave, but for the last', async () => {
    const { people } = await t.must<LayoutReply>('/api/people', { name: 'Ivo S.', role: 'lead' });
    expect(people.map(({ name, role }) => [name, role])).toEqual([
      ['Ada B.', 'technician'],
      ['Ivo S.', 'lead'],
    ]);
    expect(await refusalOf('/api/people', { name: 'ivo s.', role: 'lead' })).toEqual([409, 'NAME_TAKEN', 'name']);
    await t.must('/api/people', { personId: 'ada', name: 'Ada Berg', role: 'lead' });
    const left = await t.must<LayoutReply>('/api/people/leave', { personId: people[1]!.id });
    expect(left.people.map(({ name }) => name)).toEqual(['Ada Berg']);
    expect(left.changes.map(({ change }) => change.what)).toEqual(['left', 'called', 'came']);
    expect(await refusalOf('/api/people/leave', { personId: 'ada' })).toEqual([409, 'LAST_PERSON', 'personId']);
  });
});
