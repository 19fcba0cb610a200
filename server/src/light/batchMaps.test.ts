import { randomUUID } from 'node:crypto';
import type { BatchReply } from '@north-step/contract';
import { box, cup, type Soup, toBinaryStl } from '@north-step/core/mesh';
import { curePlanOf } from '@north-step/core/plan';
import { testLamp } from '@north-step/core/testing';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sql } from '../db/index.ts';
import { TestBench } from '../testing/bench.ts';
import { makeBatchMaps } from './batchMaps.ts';

let t: TestBench;
let maps: ReturnType<typeof makeBatchMaps>;
beforeAll(async () => {
  t = await TestBench.open();
  await t.fillBaths();
  const { sky: _, ...lamp } = { ...testLamp, sky: undefined };
  await t.must('/api/lamps/lamp-box', { lamp });
  const { db, clock, live } = t;
  maps = makeBatchMaps({ db, live, nowMs: () => clock.nowMs, newId: randomUUID });
});
afterAll(async () => {
  await maps.close();
  await t.close();
});

async function store(name: string, soup: Soup) {
  const reply = await t.app.inject({
    method: 'POST',
    url: `/api/meshes?name=${name}.stl`,
    payload: Buffer.from(toBinaryStl(soup)),
    headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
  });
  return { name, meshSha256: (reply.json() as { sha256: string }).sha256 };
}
const mapped = async (over: object) => {
  const { id } = await t.newBatch(over);
  await maps.map(id);
  return (await t.get<BatchReply>(`/api/batches/${id}`)).batch;
};

describe('light maps made in the background', () => {
  it('of a plate of several kinds hold every kind, and its coldest spot is that of the coldest', async () => {
    const [lid, well] = [await store('lid', box(30, 20, 4)), await store('well', cup(9, 30, 2, 32))];
    const alone = await mapped({ part: lid, count: 2 });
    const mixed = await mapped({ part: lid, count: 2, more: [{ part: well, count: 1 }] });
    expect(alone.light).toMatchObject({ placed: 2 });
    expect(alone.light).not.toHaveProperty('upByKind');
    expect(mixed.light).toMatchObject({
      placed: 3,
      upByKind: [
        [0, 0, 1],
        [0, 0, 1],
      ],
    });
    expect(mixed.light!.triangles).toBe(alone.light!.triangles! + well32Triangles);
    const coldest = (batch: BatchReply['batch']) => batch.light!.poses.map(({ coldMWPerCm2 }) => coldMWPerCm2);
    expect(Math.max(...coldest(mixed))).toBeLessThan(Math.max(...coldest(alone)));
    expect(curePlanOf(mixed, (await t.bench()).bench).from).toBe('light map');
    const { n } = await t.db.one<{ n: bigint }>(sql`SELECT count(*) AS n FROM light_map`);
    expect(Number(n)).toBe(4);
  });
  it('a plate with a kind that has no file stays on even light', async () => {
    const batch = await mapped({
      part: await store('lid', box(30, 20, 4)),
      count: 1,
      more: [{ part: { name: 'knob', areaMm2: 300, heightMm: 8, wallMm: 3 }, count: 1 }],
    });
    expect(batch.light).toBeUndefined();
    expect(curePlanOf(batch, (await t.bench()).bench).from).toBe('even light');
  });
});

/** a cup of 32 sides: outer and inner wall, rim, two floors */
const well32Triangles = cup(9, 30, 2, 32).length / 9;
