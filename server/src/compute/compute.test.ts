import { createHash } from 'node:crypto';
import { box, hollowBall, toBinaryStl } from '@north-step/core/mesh';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestBench } from '../testing/bench.ts';

let t: TestBench;
beforeAll(async () => {
  t = await TestBench.open();
});
afterAll(() => t.close());
const ask = (name: string, payload: object) => t.compute(name, payload);
const resin = { viscosityMPaS25: 300, densityGPerMl: 1.1 };
const stages = [
  { agitation: 'impeller', loadPctW: 8 },
  { agitation: 'impeller', loadPctW: 3 },
];

describe('calculation endpoints keep their shapes and checks', () => {
  it('film: 49.72 µm', async () => {
    const { body } = await ask('film', {
      ...resin,
      tempC: 25,
      dripS: 300,
      heightMm: 60,
      areaMm2: 10_000,
      uncapped: true,
    });
    expect(body.meanFilmUm).toBeCloseTo(49.72, 1);
    expect(Object.keys(body).sort()).toEqual([
      'assumptions',
      'grams',
      'meanFilmUm',
      'viscosityMPaS',
      'withdrawalFilmUm',
    ]);
  });
  it('wash-residue: 0.4449 µm', async () => {
    const { body } = await ask('wash-residue', {
      filmUm: 75,
      solvent: 'isopropanol',
      stages,
      stagesS: [100, 60],
      tau0S: [14, 14],
      dragUm: 19.7,
    });
    expect(Math.abs(body.residueUm - 0.4449)).toBeLessThan(0.001);
    expect(body.byStage).toHaveLength(2);
  });
  it('wash-plan: feasible with limits, or a reason with a remedy', async () => {
    const good = await ask('wash-plan', {
      filmUm: 75,
      solvent: 'isopropanol',
      stages: [stages[0], { agitation: 'impeller', loadPctW: 2 }],
    });
    expect([good.body.feasible, good.body.stagesS.length, good.body.limitsPctW.length]).toEqual([true, 2, 2]);
    const bad = await ask('wash-plan', {
      filmUm: 75,
      solvent: 'isopropanol',
      stages: [stages[0], { agitation: 'impeller', loadPctW: 9 }],
    });
    expect(bad.body).toMatchObject({
      feasible: false,
      stagesS: [],
      reason: { code: 'CLEAN_BATH_TOO_LOADED', remedy: expect.any(String) },
    });
  });
  it('density: 0.8074 g/mL', async () => {
    expect(Math.abs((await ask('density', { strengthPctW: 91, tempC: 20 })).body.densityGPerMl - 0.8074)).toBeLessThan(
      0.0006,
    );
  });
  it('cure: opaque 4.6 min, with plan and alternatives; a resin may be given by constants', async () => {
    const base = { wallMm: 3, coldMWPerCm2: 10, hotMWPerCm2: 10, medium: 'air' };
    const named = (await ask('cure', { ...base, resin: 'standard opaque' })).body;
    expect(named.handleS / 60).toBeCloseTo(4.6, 1);
    // likely to pass at the first look: a rate that may be a quarter off, a wide window
    expect(named.plan[0]).toMatchObject({ kind: 'cure', note: expect.stringMatching(/9 of 10|nearly all/) });
    expect(named.plan[0].seconds / named.handleS).toBeGreaterThan(1.1);
    expect(named.plan[0].seconds / named.handleS).toBeLessThan(1.35);
    expect(named.alternatives.length).toBeGreaterThan(3);
    const constants = {
      k0PerS: 0.006,
      dpMm: 0.15,
      green: 0.6,
      tg0C: -30,
      tg1C: 110,
      tack: 0.68,
      deep: 0.64,
      brittleJPerCm2: 25,
    };
    expect((await ask('cure', { ...base, resin: constants })).body.handleS).toBe(named.handleS);
    const cold = (await ask('cure', { ...base, resin: 'filled', tempC: 5, lampHeatsK: 0 })).body;
    expect([cold.handleS, cold.limitedBy, cold.plan]).toEqual([null, 'ceiling', []]);
  });
  it('dry: a 0.2 mm puddle of isopropanol under a fan, about 4 min', async () => {
    const { body } = await ask('dry', {
      solvent: 'isopropanol',
      air: 'fan',
      tempC: 22,
      humidityPct: 50,
      filmUm: 0,
      puddleMm: 0.2,
    });
    expect(body.seconds / 60).toBeCloseTo(4.1, 0);
  });
  it.each([
    ['an unknown field', 'density', { strengthPctW: 90, tempC: 20, colour: 1 }, 400, 'colour'],
    ['a wrong type', 'density', { strengthPctW: '90', tempC: 20 }, 400, 'strengthPctW'],
    ['a missing field', 'density', { strengthPctW: 90 }, 400, 'tempC'],
    ['impossible strength', 'density', { strengthPctW: 130, tempC: 20 }, 422, 'strengthPctW'],
    ['negative surface', 'film', { ...resin, dripS: 60, heightMm: 60, areaMm2: -1 }, 422, 'areaMm2'],
    ['absurd heat', 'film', { ...resin, dripS: 60, heightMm: 60, areaMm2: 1, tempC: 900 }, 422, 'tempC'],
    ['no wall', 'cure', { resin: 'clear', wallMm: 0, coldMWPerCm2: 1, hotMWPerCm2: 1, medium: 'air' }, 422, 'wallMm'],
    [
      'times that do not fit the stages',
      'wash-residue',
      { filmUm: 1, solvent: 'water', stages, stagesS: [1] },
      422,
      'stagesS',
    ],
  ])('refuses %s', async (_, name, payload, status, field) => {
    const reply = await ask(name, payload);
    expect([reply.status, reply.body.error.field]).toEqual([status, field]);
  });
});

describe('mesh', () => {
  async function upload(bytes: Uint8Array, name = 'part.stl', fields: Record<string, string> = {}) {
    const form = new FormData();
    for (const [key, value] of Object.entries(fields)) form.set(key, value);
    form.set('file', new File([bytes as Uint8Array<ArrayBuffer>], name));
    const encoded = new Response(form);
    const payload = Buffer.from(await encoded.arrayBuffer());
    const reply = await t.app.inject({
      method: 'POST',
      url: '/api/compute/mesh',
      payload,
      headers: { host: 'localhost', 'content-type': encoded.headers.get('content-type')! },
    });
    return { status: reply.statusCode, body: reply.json() };
  }
  it('measures an STL in its unit and pose', async () => {
    const { body } = await upload(toBinaryStl(box(1, 2, 3)), 'box.stl', { unit: 'cm' });
    expect(body).toMatchObject({ triangles: 12, watertight: true, shells: 1, boxMm: [10, 20, 30] });
    expect(body.volumeMm3).toBeCloseTo(6000, 1);
    const ball = toBinaryStl(hollowBall(15, 13, 1.5));
    const up = await upload(ball, 'ball.stl', { voxelMm: '0.5' });
    const down = await upload(ball, 'ball.stl', { voxelMm: '0.5', pose: '[0,0,-1]' });
    expect(Math.abs(up.body.trappedMm3 / 9203 - 1)).toBeLessThan(0.01);
    expect(down.body.trappedMm3).toBe(0);
    expect(up.body.pockets).toEqual([expect.objectContaining({ openings: 1, volumeMm3: expect.closeTo(9203, -2) })]);
    expect(up.body.drainPose).toEqual({ up: [0, 0, -1], trappedMm3: 0 });
  });
  it('reads an OBJ, by its content', async () => {
    const obj = 'v 0 0 0\nv 2 0 0\nv 2 3 0\nv 0 3 0\nf 1 2 3 4\n';
    const { body } = await upload(new TextEncoder().encode(obj), 'plate.stl');
    expect(body).toMatchObject({ format: 'obj', triangles: 2, areaMm2: expect.closeTo(6, 5), watertight: false });
  });
  it.each([
    ['an empty file', new Uint8Array(0), 'a.stl', {}, 422, 'EMPTY_FILE'],
    ['a text', new TextEncoder().encode('hello'), 'a.stl', {}, 422, 'NOT_STL'],
    ['an OBJ with a face of nothing', new TextEncoder().encode('v 0 0 0\nf 1 2 3\n'), 'a.obj', {}, 422, 'BAD_OBJ'],
    ['a zip that is cut off', new Uint8Array([0x50, 0x4b, 3, 4, 0, 0]), 'a.3mf', {}, 422, 'TRUNCATED'],
    ['an unknown unit', toBinaryStl(box(1, 1, 1)), 'a.stl', { unit: 'furlong' }, 422, 'BAD_VALUE'],
    ['a pose of no direction', toBinaryStl(box(1, 1, 1)), 'a.stl', { pose: '0,0,0' }, 422, 'BAD_VALUE'],
    ['a grid that would not fit', toBinaryStl(box(500, 500, 500)), 'a.stl', { voxelMm: '0.1' }, 422, 'BAD_VALUE'],
    ['an unknown field', toBinaryStl(box(1, 1, 1)), 'a.stl', { colour: 'red' }, 422, 'BAD_VALUE'],
  ])('refuses %s', async (_, bytes, name, fields, status, code) => {
    const reply = await upload(bytes, name, fields);
    expect([reply.status, reply.body.error.code]).toEqual([status, code]);
  });
  it('stores a part once, gives the same bytes back, and plans a batch from it', async () => {
    const bytes = Buffer.from(toBinaryStl(box(20, 30, 40)));
    const store = () =>
      t.app.inject({
        method: 'POST',
        url: '/api/meshes?name=block.stl',
        payload: bytes,
        headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
      });
    const { sha256, measures } = (await store()).json();
    expect((await store()).json().sha256).toBe(sha256);
    expect(sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
    expect(measures.areaMm2).toBeCloseTo(5200, 3);
    expect(
      (await t.app.inject({ url: `/api/meshes/${sha256}`, headers: { host: 'localhost' } })).rawPayload.equals(bytes),
    ).toBe(true);
    await t.fillBaths();
    expect((await t.newBatch({ part: { name: 'block', meshSha256: sha256 } })).part).toMatchObject({
      areaMm2: 5200,
      heightMm: 40,
    });
  });
});
