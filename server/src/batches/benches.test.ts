import type { SolventReply } from '@north-step/contract';
import type { BatchState } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { jarAndSunBench, oneBathBench, testCard, threeBathBench, twoLineBench } from '@north-step/core/testing';
import { afterEach, describe, expect, it } from 'vitest';
import type { Workshop } from '../setUp.ts';
import { at, TestBench } from '../testing/bench.ts';

const VESSEL = { kind: 'bath', capacityMl: 5000, surfaceM2: 0.03 } as const;
const vesselId = (station: string) => `vessel-${station}`;
/** A workshop whose bench is one of core's, each bath with a vessel of its own, the first line with a can, a drum and a bottle. */
function workshopOf({ stations, lines, baths, lamps, ...room }: BenchNow): Workshop {
  return {
    bench: { ...room, lamps, workshop: 'Any bench' },
    people: [{ id: 'ada', name: 'Ada B.', role: 'technician' }],
    vessels: [
      { id: 'can', name: 'Can', kind: 'can', role: 'fresh', capacityMl: 25_000, surfaceM2: 0.002 },
      { id: 'drum', name: 'Drum', kind: 'drum', role: 'drum', capacityMl: 25_000, surfaceM2: 0.002 },
      { id: 'bottle', name: 'Bottle', kind: 'bottle', role: 'reclaimed', capacityMl: 9000, surfaceM2: 0.002 },
      ...Object.entries(baths).map(([station, { name, solvent, agitation }]) => ({
        ...VESSEL,
        id: vesselId(station),
        name,
        solvent,
        agitation,
      })),
    ],
    lines: lines.map((line, i) => ({
      ...line,
      baths: line.baths.map(vesselId),
      ...(i === 0 ? { own: ['can', 'drum', 'bottle'] } : {}),
    })),
    stations: stations.map((station) => ({
      ...station,
      note: '',
      ...(station.id in baths ? { vesselId: vesselId(station.id) } : {}),
    })),
    resins: [
      { card: testCard, lots: ['A1'] },
      { card: { ...testCard, id: 'wet', name: 'Wet', solvents: ['water'] }, lots: ['A1'] },
    ],
  };
}

let t: TestBench;
afterEach(() => t.close());
async function opened(bench: BenchNow): Promise<TestBench> {
  t = await TestBench.of(workshopOf(bench));
  await t.must('/api/solvent/fill', { vesselId: 'can', volumeMl: 20_000, strengthPct: 99, strengthBy: 'weight' });
  for (const station of Object.keys(bench.baths))
    await t.must('/api/solvent/fill', { vesselId: vesselId(station), volumeMl: 4000 });
  return t;
}
/** Worked to its seal by the route, and in the baths, that this bench has for it; the first bath of the line has taken most of the resin up. */
async function sealed(batch: BatchState, routeId: string, stations: readonly string[]): Promise<BatchState> {
  expect(batch.route!.id).toBe(routeId);
  const done = await t.workOn(batch);
  expect(done.recordHash).toMatch(/^[0-9a-f]{64}$/);
  expect(done.steps.filter(({ kind }) => kind === 'wash').map(({ station }) => station)).toEqual(stations);
  const { residualMg, vessels } = await t.get<SolventReply>('/api/solvent');
  expect(residualMg).toBe(0);
  const resinG = stations.map((station) => vessels.find(({ id }) => id === vesselId(station))!.resinG);
  // the first bath takes the faces' film; fresh ones after it get next to nothing
  expect(resinG[0]).toBeGreaterThan(0);
  expect(resinG[0]).toBe(Math.max(...resinG));
  return done;
}
const lampOf = ({ steps }: BatchState) => steps.find(({ kind }) => kind === 'cure')!.station;

describe('a batch from its hanging to its seal', () => {
  it('on one bath, which is not rotated', async () => {
    await opened(oneBathBench);
    await sealed(await t.newBatch(), 'one-bath', ['tub']);
    const body = { freshMl: 1000, fromVesselId: 'can' };
    expect((await t.post('/api/solvent/rotate', body)).body.error.message).toBe(
      'No line has two baths to rotate: empty and fill the one there is.',
    );
    const named = await t.post('/api/solvent/rotate', { ...body, lineId: 'line' });
    expect(named.body.error).toMatchObject({ code: 'NO_VESSEL', field: 'lineId' });
    expect((await t.post('/api/solvent/rotate', { ...body, lineId: 'moon' })).status).toBe(404);
  });
  it('on three baths and two lamps: the second goes to the lamp that is free, and all three are rotated', async () => {
    await opened(threeBathBench);
    const first = await t.workOn(await t.newBatch(), at('look-cured'));
    const second = await t.newBatch();
    expect([lampOf(first), lampOf(second)]).toEqual(['left', 'right']);
    await sealed(second, 'three-baths', ['a', 'b', 'c']);
    const held = async () => {
      const { vessels } = await t.get<SolventReply>('/api/solvent');
      return Object.fromEntries(vessels.map(({ id, resinG }) => [id, resinG]));
    };
    const before = await held();
    await t.must('/api/solvent/rotate', { freshMl: 4000, fromVesselId: 'can' });
    const after = await held();
    expect([after.drum, after['vessel-a'], after['vessel-b'], after['vessel-c']]).toEqual([
      before['vessel-a'],
      before['vessel-b'],
      before['vessel-c'],
      0,
    ]);
  });
  it('on an alcohol line and on a water line, by what the card allows', async () => {
    await opened(twoLineBench);
    await sealed(await t.newBatch(), 'two-baths', ['a1', 'a2']);
    await sealed(await t.newBatch({ cardId: 'wet' }), 'water-wash', ['w1', 'w2']);
    const reply = await t.post('/api/solvent/rotate', { freshMl: 1000, fromVesselId: 'can', lineId: 'water' });
    expect(reply.body.error.message).toBe('The line Water has no dirty drum.');
  });
  it('with nothing but a jar and the sun', async () => {
    await opened(jarAndSunBench);
    const done = await sealed(await t.newBatch(), 'jar-and-sun', ['jar']);
    expect(done.steps.find(({ kind }) => kind === 'cure')!.daylight).toBe(true);
  });
});
