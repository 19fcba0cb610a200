import type { BenchReply } from '@north-step/contract';
import type { BenchFile } from '@north-step/core/setUp';
import { afterEach, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
afterEach(() => t.close());
const shop = (over: object = {}) => ({
  workshop: 'Shed by the quay',
  roomC: 19,
  humidityPct: 60,
  people: [{ name: 'Runa', role: 'technician' }],
  bench: 'two baths and a box',
  resins: [{ name: 'Plain Slate', family: 'standard opaque', lot: 'L1', cardCureS: 360 }],
  ...over,
});

describe('an empty database', () => {
  it('shows a bench on which nothing stands, and is set up once', async () => {
    t = await TestBench.bare();
    const empty = await t.bench();
    expect([empty.stations, empty.people, empty.open]).toEqual([[], [], []]);
    const { room } = await t.must<{ room: { workshop: string; roomC: number } }>('/api/set-up', shop());
    expect(room).toMatchObject({ workshop: 'Shed by the quay', roomC: 19 });
    const bench = await t.bench();
    expect(bench.people.map(({ name }) => name)).toEqual(['Runa']);
    expect(bench.stations.map(({ name }) => name)).toEqual([
      'Drip rack',
      'First bath',
      'Clean bath',
      'Drying rack',
      'Trim mat',
      'Lamp box',
    ]);
    const again = await t.post('/api/set-up', shop());
    expect([again.status, again.body.error.code]).toEqual([409, 'ALREADY_SET_UP']);
  });
  it('is set up whole or not at all: twins are named, and nothing is kept', async () => {
    t = await TestBench.bare();
    const twin = { name: 'plain  slate!', family: 'tough', lot: 'L2' };
    const refused = await t.post('/api/set-up', shop({ resins: [...shop().resins, twin] }));
    expect([refused.status, refused.body.error.field]).toEqual([409, 'resins.1.name']);
    expect((await t.bench()).stations).toEqual([]);
    const nobody = await t.post('/api/set-up', shop({ people: [] }));
    expect([nobody.status, nobody.body.error.field]).toEqual([400, 'people']);
  });
});

describe('a bench that was begun', () => {
  // that each of them can run is shown in core; here the books follow
  it.each(['jar and sun', 'water only'] as const)(
    '%s: its baths are filled, a batch is hung by the usual route and sealed',
    async (bench) => {
      t = await TestBench.bare();
      const water = bench === 'water only';
      const resin = { name: 'First', family: water ? 'water-wash' : 'standard opaque', lot: 'L1' };
      await t.must('/api/set-up', shop({ bench, resins: [resin] }));
      const { vessels }: BenchReply = await t.bench();
      for (const { id, kind, capacityMl } of vessels)
        if (kind === 'bath') await t.must('/api/solvent/fill', { vesselId: id, volumeMl: 0.9 * capacityMl });
      const part = { name: 'clip', areaMm2: 2500, heightMm: 20, wallMm: 2 };
      const { batch } = await t.must<{ batch: Parameters<typeof t.workOn>[0] }>('/api/batches', {
        cardId: 'first',
        lot: 'L1',
        count: 2,
        dripS: 300,
        part,
      });
      expect(batch.steps.every(({ station }) => station !== '')).toBe(true);
      const sealed = await t.workOn(batch);
      expect(sealed.recordHash).toMatch(/^[0-9a-f]{64}$/);
    },
  );
});

describe('a bench as a file', () => {
  it('goes from one workshop to another: what stands there in its order, nothing of what is in it or who works there', async () => {
    t = await TestBench.bare();
    const also = [{ thing: 'machine-bath', name: 'Middle bath' }];
    await t.must('/api/set-up', shop({ bench: 'several lines', also }));
    const first = await t.bench();
    await t.must('/api/layout/order', { stations: first.stations.map(({ id }) => id).reverse() });
    const [walk, file] = [(await t.bench()).stations, await t.get<BenchFile>('/api/layout/bench.json')];
    expect(JSON.stringify(file)).not.toMatch(/Runa|"s1"|"v1"/);
    expect(file.lines.map(({ name, baths, stores }) => [name, baths.map((bath) => bath.name), stores])).toEqual([
      ['Alcohol', ['First bath', 'Clean bath', 'Middle bath'], true],
      ['Water', ['First bowl', 'Clear bowl'], false],
    ]);
    await t.close();
    t = await TestBench.bare();
    const oven = {
      kind: 'oven' as const,
      name: 'Dark oven',
      capacity: 2,
      lamp: { ...file.lamps[0]!.lamp, heatsK: 999 },
    };
    const broken = await t.post('/api/set-up', shop({ bench: { ...file, lamps: [oven] } }));
    expect([broken.status, broken.body.error.field]).toEqual([400, 'bench']);
    await t.must('/api/set-up', shop({ bench: file }));
    const second = await t.bench();
    const asSeen = (stations: BenchReply['stations']) =>
      stations.map(({ name, kind, capacity }) => [name, kind, capacity]);
    expect(asSeen(second.stations)).toEqual(asSeen(walk));
    expect(second.vessels.map(({ name, capacityMl }) => [name, capacityMl]).sort()).toEqual(
      first.vessels.map(({ name, capacityMl }) => [name, capacityMl]).sort(),
    );
    expect(Object.keys(second.bench.lamps)).toHaveLength(Object.keys(first.bench.lamps).length);
  });
});
