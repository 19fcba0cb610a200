import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import type { BenchNow } from '../bench/index.ts';
import { newBatch, planBatch } from '../plan/index.ts';
import {
  bindRoute,
  checkRoute,
  lackWords,
  ROUTE_TEMPLATES,
  type Route,
  routeRefusal,
  templateById,
  usualRoute,
} from '../route/index.ts';
import {
  everythingBench,
  jarAndSunBench,
  oneBathBench,
  play,
  testCard,
  testPart,
  threeBathBench,
  twoLineBench,
} from '../testing/index.ts';
import { decideElsewhere, decideStart, stationsFor } from './index.ts';

const hung = (bench: BenchNow, card = testCard, route?: Route): BatchState => {
  const asked = { card, part: testPart, bench };
  const request = { ...asked, count: 2, dripS: 300, plateAreaMm2: 5000, route: route ?? usualRoute(asked) };
  return newBatch(request, { id: 'b', name: 'Tern 1', lot: 'L', createdAtMs: 0 });
};
const toTheSeal = (bench: BenchNow, card = testCard, route?: Route) => {
  const batch = hung(bench, card, route);
  return play(batch, ({ steps }) => steps.every(({ state }) => state === 'done'), 0, bench).batch;
};
const where = ({ steps }: BatchState) => steps.map(({ kind, station }) => `${kind} ${station}`);

describe('one batch to its seal', () => {
  it('on one bath', () => {
    const done = toTheSeal(oneBathBench);
    expect(done.route!.id).toBe('one-bath');
    // without racks and a mat parts drip, rest and are trimmed on the hook
    expect(where(done)).toEqual([
      'drip hook',
      'off-plate hook',
      'wash tub',
      'dry hook',
      'look-matte hook',
      'trim hook',
      'cure box',
      'look-cured box',
      'seal box',
    ]);
    expect(done.steps[2]!.title).toBe('Tub');
  });
  it('on three baths and two lamps', () => {
    const done = toTheSeal(threeBathBench);
    expect(done.route!.id).toBe('three-baths');
    expect(done.steps.filter(({ kind }) => kind === 'wash').map(({ title }) => title)).toEqual([
      'Bath A',
      'Bath B',
      'Bath C',
    ]);
    // most of the time goes into the dirty baths, none is left out
    expect(done.steps.filter(({ kind }) => kind === 'wash').every(({ plannedS }) => plannedS! >= 30)).toBe(true);
  });
  it('on an alcohol line and on a water line, by what the card allows', () => {
    const water = { ...testCard, solvents: ['water'] as const };
    expect(where(toTheSeal(twoLineBench)).filter((one) => one.startsWith('wash'))).toEqual(['wash a1', 'wash a2']);
    const done = toTheSeal(twoLineBench, water);
    expect(done.route!.id).toBe('water-wash');
    expect(where(done).filter((one) => one.startsWith('wash'))).toEqual(['wash w1', 'wash w2']);
  });
  it('with nothing but a jar and the sun', () => {
    const done = toTheSeal(jarAndSunBench);
    expect(done.route!.id).toBe('jar-and-sun');
    expect(where(done).slice(2)).toEqual([
      'wash jar',
      'dry sill',
      'look-matte sill',
      'trim sill',
      'cure sill',
      'look-cured sill',
      'seal sill',
    ]);
    expect(done.steps.find(({ kind }) => kind === 'cure')!.daylight).toBe(true);
  });
});

describe('a step done elsewhere', () => {
  const now = { atMs: 1000, by: 'Mara V.' };
  const atStep = (bench: BenchNow, kind: string, card = testCard) =>
    play(hung(bench, card), (state) => currentStep(state)!.kind === kind, 0, bench).batch;
  const move = (batch: BatchState, stationId: string, bench: BenchNow) =>
    decideElsewhere(batch, { stepId: currentStep(batch)!.id, stationId }, bench, now);
  const code = (result: ReturnType<typeof move>) => (result.ok ? undefined : result.refusal.code);

  it('takes the name of the bath, and is timed by its load when it starts', () => {
    const batch = atStep(threeBathBench, 'wash');
    const moved = move(batch, 'c', threeBathBench);
    if (!moved.ok) throw new Error(moved.refusal.message);
    const there = moved.value.reduce(applyEvent as never, batch) as BatchState;
    expect([currentStep(there)!.title, currentStep(there)!.station]).toEqual(['Bath C', 'c']);
    const wanted = (from: BatchState) => {
      const started = decideStart(from, currentStep(from)!.id, threeBathBench, {}, now);
      if (!started.ok) throw new Error(started.refusal.message);
      return started.value.find(({ type }) => type === 'started');
    };
    expect(wanted(there)).toMatchObject({ knew: { loadPctW: 0.4 } });
    expect(wanted(batch)).toMatchObject({ knew: { loadPctW: 9 } });
  });
  it('goes only where its work can be done, and never into a liquid that the card forbids', () => {
    const batch = atStep(twoLineBench, 'wash');
    expect(stationsFor(batch, currentStep(batch)!, twoLineBench).map(({ id }) => id)).toEqual(['a2']);
    expect(code(move(batch, 'w1', twoLineBench))).toBe('WRONG_SOLVENT');
    expect(code(move(batch, 'shelf', twoLineBench))).toBe('NOT_THERE');
    expect(code(move(batch, 'moon', twoLineBench))).toBe('NO_STATION');
    const lit = atStep(threeBathBench, 'cure');
    expect(code(move(lit, 'right', threeBathBench))).toBe('NOT_THERE');
  });
  it('takes the look along to where it rests, and stays once it runs', () => {
    const batch = atStep(threeBathBench, 'dry');
    const moved = move(batch, 'mat', threeBathBench);
    if (!moved.ok) throw new Error(moved.refusal.message);
    const there = moved.value.reduce(applyEvent as never, batch) as BatchState;
    const at = there.steps.filter(({ kind }) => kind === 'dry' || kind === 'look-matte').map(({ station }) => station);
    expect(at).toEqual(['mat', 'mat']);
    const started = decideStart(there, currentStep(there)!.id, threeBathBench, {}, now);
    if (!started.ok) throw new Error(started.refusal.message);
    const running = started.value.reduce(applyEvent as never, there) as BatchState;
    expect(code(move(running, 'shelf', threeBathBench))).toBe('STEP_RUNNING');
  });
});

describe('binding a route to a bench', () => {
  const lamps = (bench: BenchNow, over: Parameters<typeof bindRoute>[2] = {}, id = 'two-baths') =>
    bindRoute(templateById(id)!, bench, over).steps.find(({ type }) => type === 'cure')!.station;

  it('finds every place of every shipped route on a bench that has one of everything', () => {
    for (const route of ROUTE_TEMPLATES) expect(lackWords(bindRoute(route, everythingBench)), route.id).toBeUndefined();
    expect(lackWords(bindRoute(templateById('three-baths')!, twoLineBench))).toBe(
      'Three baths in line asks for a bath between the first and the last (Wash, step 4); this bench has none.',
    );
  });
  it('says what a bench lacks, in the words of the rules', () => {
    expect(routeRefusal(templateById('two-baths')!, { bench: oneBathBench })).toMatchObject({
      code: 'NO_STATION',
      message: 'Two baths, trim green asks for a second bath in Alcohol (Wash, step 4); this bench has none.',
      step: 3,
    });
    expect(routeRefusal(templateById('oven-after')!, { bench: twoLineBench })!.message).toContain('an oven');
    // a jar does not stir by itself
    expect(routeRefusal(templateById('one-bath')!, { bench: jarAndSunBench })!.code).toBe('NO_STATION');
    const pinned = { ...templateById('one-jar')!, steps: [{ type: 'wash-hand', station: 'moon' } as const] };
    expect(lackWords(bindRoute(pinned, jarAndSunBench))).toContain('a station “moon”');
  });
  it('plans no wash in a bath that is not there', () => {
    const request = { card: testCard, part: testPart, count: 1, dripS: 300, plateAreaMm2: 0, bench: oneBathBench };
    const { wash } = planBatch({ ...request, route: templateById('two-baths')! });
    expect(!wash.ok && wash.refusal.code).toBe('NO_STATION');
  });
  it('takes the lamp that fits, then the one that is free, and one that heats where heat is asked', () => {
    expect(lamps(threeBathBench)).toBe('left');
    expect(lamps(threeBathBench, { taken: { left: 1 } })).toBe('right');
    expect(lamps(threeBathBench, {}, 'warm-chamber')).toBe('right');
    const spaces = { boxes: { left: [50, 50, 50], right: [200, 200, 200] } } as const;
    const big = { part: { boxMm: [90, 90, 90] } } as const;
    expect(lamps({ ...threeBathBench, spaces }, big)).toBe('right');
    // what does not fit is worse than what is taken
    expect(lamps({ ...threeBathBench, spaces }, { ...big, taken: { right: 1 } })).toBe('right');
  });
  it('of two lines of one liquid takes the dirtiest that is clean enough, and never parts them', () => {
    const twin: BenchNow = {
      ...threeBathBench,
      stations: threeBathBench.stations.map((one) => ({ ...one })),
      lines: [
        { id: 'new', name: 'New', baths: ['c', 'b'] },
        { id: 'old', name: 'Old', baths: ['a', 'b'] },
      ],
      baths: {
        a: { ...threeBathBench.baths.a!, loadPctW: 8 },
        b: { ...threeBathBench.baths.b!, loadPctW: 1 },
        c: { ...threeBathBench.baths.c!, loadPctW: 4 },
      },
    };
    const lines = (b: number, d: number) => {
      const last = twin.baths.b!;
      const baths = { ...twin.baths, b: { ...last, loadPctW: b }, d: { ...last, loadPctW: d } };
      const stations = [...twin.stations, { id: 'd', name: 'Bath D', kind: 'bath' as const, capacity: 1 }];
      const two = [twin.lines[0]!, { ...twin.lines[1]!, baths: ['a', 'd'] }];
      const bound = bindRoute(templateById('two-baths')!, { ...twin, stations, baths, lines: two }, { card: testCard });
      return bound.steps.filter(({ type }) => type === 'wash-machine').map(({ station }) => station);
    };
    expect(lines(0.2, 0.4)).toEqual(['a', 'd']);
    expect(lines(0.4, 0.2)).toEqual(['c', 'b']);
    // neither is clean enough: the cleaner
    expect(lines(30, 20)).toEqual(['a', 'd']);
  });
  it('what is put in later stays with the baths and the lamp that the batch has had', () => {
    const route = { ...templateById('two-baths')!, steps: templateById('two-baths')!.steps };
    const bound = bindRoute(route, { ...threeBathBench }, { taken: { left: 1 } });
    const more = [
      ...bound.steps,
      { type: 'wash-machine', where: 'last-bath' } as const,
      { type: 'look-cured' } as const,
    ];
    const again = bindRoute({ ...route, steps: more }, threeBathBench);
    expect(again.steps.slice(-2).map(({ station }) => station)).toEqual(['c', 'right']);
  });
  it('a line of another liquid does not stand in for one that is busy or dirty, nor one that is too short', () => {
    const both = { ...testCard, solvents: ['isopropanol', 'water', 'detergent'] as const };
    const taken = { a1: 1, a2: 1 };
    const baths = { ...everythingBench.baths, a2: { ...everythingBench.baths.a2!, loadPctW: 40 } };
    const bench = { ...everythingBench, baths };
    for (const id of ['two-baths', 'warm-peel', 'casting'])
      expect(
        bindRoute(templateById(id)!, bench, { card: both, taken }).steps.flatMap(({ type, station }) =>
          type.startsWith('wash') ? [station] : [],
        ),
      ).toEqual(['a1', 'a2']);
    const wetOnly = { ...testCard, solvents: ['detergent', 'water'] as const };
    expect(bindRoute(templateById('warm-peel')!, bench, { card: wetOnly })).toMatchObject({
      lacks: [],
      steps: { 2: { station: 'w1' } },
    });
  });
  it('a wash put in later on a bench of one bath is done there', () => {
    const washed = bindRoute(templateById('one-bath')!, oneBathBench).steps;
    const more = {
      ...templateById('one-bath')!,
      steps: [...washed, { type: 'wash-hand', where: 'last-bath' } as const],
    };
    expect(bindRoute(more, oneBathBench)).toMatchObject({ lacks: [], steps: { 9: { station: 'tub' } } });
  });
  it('judges liquids where the route would run', () => {
    const water = { ...testCard, solvents: ['water'] as const };
    expect(
      checkRoute(templateById('two-baths')!, { card: water, bench: oneBathBench }).map(({ code }) => code),
    ).toContain('WRONG_SOLVENT');
    expect(routeRefusal(templateById('water-wash')!, { card: water, bench: twoLineBench })).toBeUndefined();
  });
});
