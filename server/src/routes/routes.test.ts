import type { RouteReply, RoutesReply } from '@north-step/contract';
import { checkRoute, ROUTE_TEMPLATES, routeRefusal, TWO_BATHS } from '@north-step/core/route';
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

const steps = TWO_BATHS.steps;
const wet = steps.filter(({ type }) => type !== 'rest' && type !== 'look-matte');
const save = (over: object = {}, bench = t) =>
  bench.post('/api/routes', { name: 'Ours', dose: 'look', steps, note: '', changeNote: 'made', ...over });

describe('routes', () => {
  it('come with the program, told apart by their schools', async () => {
    const { routes } = await (await ownBench()).get<RoutesReply>('/api/routes');
    expect(routes.map(({ route }) => route.id)).toEqual(ROUTE_TEMPLATES.map(({ id }) => id));
    expect(routes.find(({ route }) => route.id === 'casting')!.schools).toMatchObject({
      cureIn: 'glycerine',
      washing: 'two jars by hand',
    });
  });
  it('are kept as versions; a batch keeps the one it ran', async () => {
    const first = await t.must<RouteReply>('/api/routes', {
      name: 'Fin work',
      dose: 'look',
      steps,
      note: '',
      changeNote: 'for fins',
    });
    expect(first.versions[0]!.route).toMatchObject({ id: 'fin-work', version: 1 });
    const batch = await t.newBatch({ routeId: 'fin-work' });
    const mopped = [steps[0]!, { type: 'mop' }, ...steps.slice(1)];
    const body = {
      routeId: 'fin-work',
      basedOn: 1,
      name: 'Fin work',
      dose: 'look',
      steps: mopped,
      note: '',
      changeNote: 'mop first',
    };
    const { versions } = await t.must<RouteReply>('/api/routes', body);
    expect(versions.map(({ route, changeNote }) => [route.version, changeNote])).toEqual([
      [2, 'mop first'],
      [1, 'for fins'],
    ]);
    const later = await t.newBatch({ routeId: 'fin-work' });
    expect([batch.route, later.route]).toEqual([
      { id: 'fin-work', name: 'Fin work', version: 1 },
      { id: 'fin-work', name: 'Fin work', version: 2 },
    ]);
    expect([batch.steps.length, later.steps.length]).toEqual([10, 11]);
    const late = await t.post('/api/routes', { ...body, changeNote: 'too late' });
    expect([late.status, late.body.error.code]).toEqual([409, 'ROUTE_CHANGED']);
    const { routes } = await t.get<RoutesReply>('/api/routes');
    expect(routes.find(({ route }) => route.id === 'fin-work')).toMatchObject({ versions: 2, batches: 2 });
  });
  it('a shipped route is changed by a second version, and two of one name get two addresses', async () => {
    const t = await ownBench();
    const changed = await t.must<RouteReply>('/api/routes', {
      routeId: 'two-baths',
      basedOn: 1,
      name: 'Two baths, trim green',
      dose: 'look',
      steps: [...steps.slice(0, 3), { type: 'shake' }, ...steps.slice(3)],
      note: '',
      changeNote: 'shake',
    });
    expect(changed.versions.map(({ route, by }) => [route.version, by])).toEqual([
      [2, 'Ada B.'],
      [1, null],
    ]);
    expect((await t.newBatch()).route).toMatchObject({ id: 'two-baths', version: 2 });
    const twins = [(await save({}, t)).body, (await save({}, t)).body];
    const ids = twins.map((reply: RouteReply) => reply.versions[0]!.route.id);
    expect(ids).toEqual(['ours', 'ours-2']);
  });
  it('never change once written', async () => {
    await expect(t.db.many(sql`UPDATE route SET name = 'x'`)).rejects.toThrow(/FACTS_ARE_APPEND_ONLY/);
  });
});

describe('wrong orders are refused with core’s own sentence', () => {
  it.each([
    ['wet under the lamp', wet, 'CURE_BEFORE_DRY'],
    ['into the oven wet', [...steps.slice(0, 4), { type: 'oven' }, ...steps.slice(4)], 'OVEN_WET'],
    [
      'too long in the tub',
      [...steps.slice(0, 3), { type: 'wash-ultrasonic', seconds: 90 }, ...steps.slice(4)],
      'ULTRASONIC_CAP',
    ],
    [
      'alcohol in the tank',
      [...steps.slice(0, 3), { type: 'wash-ultrasonic', inTank: true }, ...steps.slice(4)],
      'FLAMMABLE_IN_TANK',
    ],
  ] as const)('%s', async (_, list, code) => {
    const mine = routeRefusal({ ...TWO_BATHS, steps: [...list] as typeof steps })!;
    expect(mine.code).toBe(code);
    const reply = await save({ steps: list });
    expect(reply.status).toBe(409);
    expect(reply.body.error).toMatchObject({
      code,
      message: mine.message,
      remedy: mine.remedy,
      kept: 'Nothing was changed.',
    });
    expect(reply.body.error.field).toMatch(/^steps\.\d+$/);
  });
  it('a route whose washes pass the exposure cap of this resin, when the batch is hung', async () => {
    const list = steps.map((step) => (step.type === 'wash-machine' ? { ...step, seconds: 460 } : step));
    const { versions } = (await save({ steps: list })).body as RouteReply;
    const { route } = versions[0]!;
    const part = { name: 'block', areaMm2: 9000, heightMm: 40 };
    const reply = await t.post('/api/batches', {
      cardId: 'grey',
      lot: 'A1',
      count: 4,
      dripS: 300,
      part,
      routeId: route.id,
    });
    expect(reply.body.error).toMatchObject({ code: 'EXPOSURE_CAP', field: 'routeId' });
    const { card } = await t.newBatch();
    expect(reply.body.error.message).toBe(
      checkRoute(route, { card }).find(({ level }) => level === 'refused')!.message,
    );
  });
  it('a route over stations that this bench does not have', async () => {
    const part = { name: 'block', areaMm2: 9000, heightMm: 40 };
    const hang = (routeId: string) =>
      t.post('/api/batches', { cardId: 'grey', lot: 'A1', count: 4, dripS: 300, part, routeId });
    expect((await hang('ultrasonic-short')).body.error).toMatchObject({
      code: 'NO_STATION',
      message: expect.stringContaining('an ultrasonic tank'),
    });
    expect((await hang('nowhere')).status).toBe(404);
  });
  it.each([
    ['no steps', { steps: [] }],
    ['an unknown step', { steps: [{ type: 'boil' }] }],
    ['an unknown field in a step', { steps: [{ type: 'drip', colour: 'red' }] }],
    ['no name', { name: '' }],
  ])('%s', async (_, over) => expect((await save(over)).status).toBe(400));
});

describe('every route that this bench can run', () => {
  it('is worked to its sealed record, with its own steps', async () => {
    for (const id of [
      'keep-shape',
      'second-wash',
      'between-washes',
      'on-plate',
      'green-hand-over',
      'show-piece',
      'long-light',
    ]) {
      const batch = await t.workOn(
        await t.newBatch({ routeId: id, part: { name: 'block', areaMm2: 3000, heightMm: 30 } }),
      );
      expect(batch.recordHash, id).toMatch(/^[0-9a-f]{64}$/);
      expect(
        batch.steps.map(({ type }) => type),
        id,
      ).toEqual(ROUTE_TEMPLATES.find((one) => one.id === id)!.steps.map(({ type }) => type));
    }
  }, 60_000);
});
