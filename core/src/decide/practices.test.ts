import { describe, expect, it } from 'vitest';
import { type BatchState, currentStep, deviationOf, type Step } from '../batch/index.ts';
import { newBatch } from '../plan/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { checkRoute, procedureRoute, type Route, templateById } from '../route/index.ts';
import { everythingBench, play, testCard, testPart, testProcedure, withBath, withLamp } from '../testing/index.ts';
import { decideFinish } from './index.ts';

/** A well-kept bench: baths as they are after a rotation, a box of 20 mW/cm² that heats. */
const bench = [
  ['a1', 3],
  ['a-middle', 1],
  ['a2', 0.5],
].reduce(
  (all, [station, loadPctW]) => withBath(station as string, { loadPctW: loadPctW as number }, all),
  withLamp('box', { mWPerCm2: 20 }, everythingBench),
);
const card = (over: Partial<ResinCard>): ResinCard => ({ ...testCard, viscosityMPaS25: 280, ...over });
const tough = card({ family: 'tough', viscosityMPaS25: 850, exposureCapS: 1200 });
const casting = card({ family: 'casting pattern', viscosityMPaS25: 900, exposureCapS: 1200, cureMedium: 'glycerine' });
const watery = card({ family: 'water-wash', solvents: ['water'], viscosityMPaS25: 240, ultrasonicCapS: 600 });
const soapy = card({ solvents: ['detergent', 'water'] });

/** An order as it is done, with the figures that people type. */
const asDone = (id: string, typed: Readonly<Record<string, number>> = {}): Route => {
  const route = templateById(id)!;
  const nth: Record<string, number> = {};
  const steps = route.steps.map((step) => {
    nth[step.type] = (nth[step.type] ?? 0) + 1;
    const seconds = typed[`${step.type} ${nth[step.type]}`] ?? step.seconds;
    return seconds === undefined ? step : { ...step, seconds };
  });
  return { ...route, steps };
};
const run = (route: Route, resin: ResinCard = card({})): BatchState => {
  const request = { card: resin, part: testPart, bench, count: 2, dripS: 300, plateAreaMm2: 5000, route };
  const batch = newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
  return play(batch, ({ steps }) => steps.every(({ state }) => state === 'done'), 0, bench).batch;
};
const timesOf = ({ steps }: BatchState, wanted: (step: Step) => boolean): readonly number[] =>
  steps.filter(wanted).map(({ plannedS }) => plannedS!);
const minutes = (of: readonly number[]): number => of.reduce((sum, seconds) => sum + seconds, 0) / 60;
const washed = (batch: BatchState) => minutes(timesOf(batch, ({ kind }) => kind === 'wash'));
const lit = (batch: BatchState) => minutes(timesOf(batch, ({ kind }) => kind === 'cure'));

type Band = readonly [low: number, high: number];
const within = (value: number, [low, high]: Band, what: string) => {
  expect(value, what).toBeGreaterThanOrEqual(low);
  expect(value, what).toBeLessThanOrEqual(high);
};

/** Bands are what people of each school call normal, in minutes: the time in liquid, the time in light. */
const ORDERS: readonly (readonly [what: string, routeId: string, resin: ResinCard, wash: Band, light: Band])[] = [
  ['figures, one bath, peeled', 'one-bath-peel', card({}), [2, 6], [2, 8]],
  ['figures, one bath, light first', 'one-bath-light-first', card({}), [2, 6], [2, 8]],
  ['pattern, mopped, ultrasonic, glycerine', 'pattern-ultrasonic', casting, [0.4, 1.5], [12, 60]],
  ['by hand, then unattended', 'unattended', card({}), [2, 7], [2, 8]],
  ['tissue and brush', 'tissue-brush', card({}), [3, 8], [2, 8]],
  ['lattices and clear figures', 'lattice', card({ family: 'clear' }), [2, 6], [0.2, 3]],
  ['two ultrasonic jars', 'two-ultrasonic', card({ cardCureS: 600 }), [1, 6], [9, 11]],
  ['two tubs outdoors', 'two-tubs', card({}), [2, 8], [2, 8]],
  ['water only, lit at once', 'water-at-once', watery, [3, 10], [1, 11]],
  ['green hand-over', 'green-by-hand', card({}), [1, 5], [0, 0]],
  ['two vats and the sun', 'two-vats-sun', card({}), [2, 8], [20, 300]],
  ['tough, washed twice', 'wash-twice', tough, [4, 12], [12, 30]],
  ['warm box and warm light', 'warm-box', tough, [3, 9], [3, 30]],
  ['light cold, then the oven', 'cold-then-oven', tough, [3, 9], [2, 8]],
  ['supports stay on', 'supports-stay', card({}), [2, 6], [2, 8]],
  [
    'pattern, small lamp',
    'pattern-small-lamp',
    { ...casting, cureMedium: 'air', ultrasonicCapS: 180 },
    [0.4, 3],
    [30, 200],
  ],
  ['trimmed wet', 'trim-wet', card({}), [2, 7], [2, 8]],
  ['one big bath', 'big-bath', card({}), [2, 6], [2, 8]],
  ['detergent by machine', 'detergent-machine', soapy, [2, 8], [1, 6]],
  ['small shop, small lamp', 'plate-by-hand', card({}), [1, 5], [4, 16]],
];

describe('orders of work as people do them', () => {
  it.each(ORDERS)('%s runs from hanging to its seal, at times that people know', (what, id, resin, wash, light) => {
    const route = asDone(id);
    expect(checkRoute(route, { card: resin, bench }).filter(({ level }) => level === 'refused')).toEqual([]);
    const done = run(route, resin);
    expect(done.steps.at(-1)!.kind).toBe('seal');
    expect([done.flag, done.held]).toEqual([undefined, undefined]);
    within(washed(done), wash, `${what}: washed`);
    within(lit(done), light, `${what}: lit`);
  });
  it('dies lie ten minutes in the tank where their card says so, lit by the card and again once mated', () => {
    const route = asDone('die', { 'wash-ultrasonic 1': 600 });
    expect(checkRoute(route, { card: card({ solvents: ['water'] }), bench }).map(({ code }) => code)).toContain(
      'ULTRASONIC_CAP',
    );
    const done = run(route, { ...watery, cardCureS: 600 });
    expect(timesOf(done, ({ agitation }) => agitation === 'ultrasonic')).toEqual([600]);
    expect(timesOf(done, ({ kind }) => kind === 'cure')).toEqual([300, 300]);
  });
  it('an oven that the route leaves open is as warm and as long as the card stands it', () => {
    const open = templateById('oven-after')!;
    const steps = open.steps.map((step) => (step.type === 'oven' ? { type: step.type } : step));
    const done = run({ ...open, steps }, { ...tough, oven: { tempC: 75, seconds: 2700 } });
    expect(done.steps.find(({ kind }) => kind === 'oven')).toMatchObject({ plannedS: 2700, tempC: 75 });
    expect(done.steps.find(({ kind }) => kind === 'oven')!.fixed).toBeUndefined();
  });
  it('minutes of a card are for its own lamp: of a weaker one they are fewer here', () => {
    const strong = { ...templateById('two-baths')!, dose: 'strong' as const };
    const light = (cardLight: ResinCard['cardLight']) => lit(run(strong, { ...tough, cardCureS: 1800, cardLight }));
    expect(light({ mWPerCm2: 10 })).toBe(light(undefined));
    expect(light({ mWPerCm2: 5 })).toBeLessThan(light({ mWPerCm2: 10 }));
  });
  it('a warm box takes its twenty minutes, also once the washes are over and the rest is planned anew', () => {
    const done = run(asDone('warm-box'), tough);
    expect(timesOf(done, ({ type }) => type === 'preheat').every((seconds) => seconds >= 1200)).toBe(true);
    expect(timesOf(done, ({ type }) => type === 'preheat')).toHaveLength(1);
  });
  it('what is typed is kept to the second, at starts and to the end', () => {
    const typed = { 'wash-machine 1': 360, 'rest 1': 1800, 'cure 1': 250 };
    const done = run(asDone('big-bath', typed));
    const of = (kind: string) => timesOf(done, (step) => step.kind === kind);
    expect([of('wash'), of('dry'), of('cure')]).toEqual([[360], [1800], [250]]);
    // what the models would do is told, and nothing more
    expect(done.steps.filter(({ fixed }) => fixed).every(({ modelS }) => modelS! > 0)).toBe(true);
    const twice = run(asDone('two-baths', { 'wash-machine 2': 150 }));
    expect(timesOf(twice, ({ kind }) => kind === 'wash')[1]).toBe(150);
    const peeled = run(asDone('warm-peel', { 'warm-dip 1': 45 }));
    expect(timesOf(peeled, ({ kind }) => kind === 'warm-dip')).toEqual([45]);
    expect(timesOf(peeled, ({ kind }) => kind === 'dry')[0]).toBe(2 * 3600);
  });
});

describe('what is warned of and what is refused before light', () => {
  const codes = (route: Route, resin = card({})) => checkRoute(route, { card: resin, bench }).map(({ code }) => code);
  it('a second light is one run with the first only where nothing wetted or dried the parts in between', () => {
    const route = templateById('one-bath')!;
    const washedBetween = [{ type: 'wash-machine', where: 'last-bath' }, { type: 'rest' }, { type: 'cure' }] as const;
    const steps = route.steps.flatMap((step) => (step.type === 'cure' ? [step, ...washedBetween] : [step]));
    expect(codes({ ...route, steps })).toContain('CURE_BEFORE_LOOK');
    const turned = route.steps.flatMap((step) =>
      step.type === 'cure' ? [step, { type: 'turn-over' } as const, step] : [step],
    );
    expect(codes({ ...route, steps: turned })).not.toContain('CURE_BEFORE_LOOK');
  });
  it('light after patting dry, under water while wet with water, and unattended are schools', () => {
    expect(codes(asDone('water-at-once'), watery)).toContain('LIT_DAMP');
    expect(codes(asDone('detergent-machine'), soapy)).toContain('LIT_WET');
    expect(codes(asDone('unattended'))).toContain('UNATTENDED');
  });
  it('wet with alcohol stays refused, also patted and also under water', () => {
    const wet = (...more: Route['steps']): Route => ({
      ...templateById('one-bath')!,
      steps: [
        { type: 'drip' },
        { type: 'off-plate' },
        { type: 'wash-machine', where: 'last-bath' },
        ...more,
        { type: 'look-cured' },
        { type: 'seal' },
      ],
    });
    expect(codes(wet({ type: 'cure' }))).toContain('CURE_BEFORE_DRY');
    expect(codes(wet({ type: 'cure', medium: 'water' }))).toContain('CURE_BEFORE_DRY');
    expect(codes(wet({ type: 'pat-dry' }, { type: 'cure' }))).toContain('CURE_BEFORE_DRY');
    expect(codes(wet({ type: 'pat-dry' }, { type: 'look-matte' }, { type: 'cure' }))).not.toContain('CURE_BEFORE_DRY');
  });
});

describe('a procedure with a second person', () => {
  const resin = card({ family: 'skin-contact clear', ultrasonicCapS: 180, procedure: testProcedure });
  it('runs whole, every time as its card says, to the seal', () => {
    const batch = run(procedureRoute(resin)!, resin);
    expect(batch.recordHash ?? batch.steps.at(-1)!.state).toBe('done');
    const planned = batch.steps.filter(({ mode }) => mode === 'timed').map(({ plannedS }) => plannedS);
    expect(planned).toEqual([300, 20, 20, 120, 60, 1200, 600, 600]);
    expect(batch.flag).toBeUndefined();
    expect(batch.steps.map((step) => deviationOf(batch, step)).filter(Boolean)).toEqual([]);
  });
  it('is not accepted by whoever looked at the parts', () => {
    const request = {
      card: resin,
      part: testPart,
      bench,
      count: 2,
      dripS: 600,
      plateAreaMm2: 5000,
      route: procedureRoute(resin)!,
    };
    const hung = newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
    const { batch, atMs } = play(hung, (one) => currentStep(one)?.kind === 'accept', 0, bench);
    const step = currentStep(batch)!;
    const looked = batch.steps.findLast(({ kind }) => kind === 'look-cured')!.by!;
    const same = decideFinish(batch, step.id, bench, { atMs, by: looked });
    expect(!same.ok && same.refusal).toMatchObject({ code: 'SAME_PERSON', message: expect.stringContaining(looked) });
    expect(decideFinish(batch, step.id, bench, { atMs, by: 'Ines R.' }).ok).toBe(true);
  });
});
