import { describe, expect, it } from 'vitest';
import { blankOf, layRoute, planBatch, shareS, wetSpells } from '../plan/index.ts';
import { everythingBench, testBench, testCard, testPart } from '../testing/index.ts';
import {
  bindRoute,
  checkRoute,
  kindOf,
  ROUTE_TEMPLATES,
  type Route,
  type RouteStep,
  routeRefusal,
  SCHOOLS,
  STEP_TYPE_IDS,
  type StepTypeId,
  schoolsOf,
  TWO_BATHS,
  templateById,
  validateRoute,
} from './index.ts';

const made = (...steps: readonly (StepTypeId | RouteStep)[]): Route => ({
  ...TWO_BATHS,
  id: 'made',
  steps: steps.map((step) => (typeof step === 'string' ? { type: step } : step)),
});
const codes = (route: Route, facts = {}) => checkRoute(route, facts).map(({ level, code }) => `${level} ${code}`);
const wash = { type: 'wash-machine', station: 'wash-1' } as const;
const start = ['drip', 'off-plate', wash] as const;
const end = ['cure', 'look-cured', 'seal'] as const;

describe('templates', () => {
  it.each(ROUTE_TEMPLATES.map((route) => [route.id, route] as const))(
    '%s is built from the palette and nothing refuses it',
    (id, route) => {
      expect(validateRoute(route)).toEqual([]);
      const card =
        id === 'procedure'
          ? { ...testCard, procedure: { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'IFU 7' } }
          : testCard;
      expect(checkRoute(route, { card }).filter(({ level }) => level === 'refused')).toEqual([]);
    },
  );
  it('cover every answer of every school', () => {
    const answers = ROUTE_TEMPLATES.map(schoolsOf);
    for (const [question, options] of Object.entries(SCHOOLS)) {
      const given = new Set(answers.map((schools) => schools[question as keyof typeof SCHOOLS]));
      // “not taken off” stands for routes that somebody builds; no school of the work asks for it
      const wanted = options.filter((option) => option !== 'not taken off');
      expect([...given].sort(), question).toEqual(expect.arrayContaining([...wanted].sort()));
    }
  });
  it('names are told apart', () => {
    expect(new Set(ROUTE_TEMPLATES.map(({ id }) => id)).size).toBe(ROUTE_TEMPLATES.length);
    expect(new Set(ROUTE_TEMPLATES.map(({ name }) => name)).size).toBe(ROUTE_TEMPLATES.length);
  });
  it('every step of the palette can stand in a batch', () => {
    for (const type of STEP_TYPE_IDS) {
      const blank = blankOf({ type, station: 'anywhere' }, 60);
      expect(blank.say?.every((words) => words.includes('{}'))).toBe(true);
      expect(blank.plannedS).toBe(blank.mode === 'timed' ? 60 : undefined);
    }
  });
});

describe('order', () => {
  it.each([
    ['a cure while wet', made(...start, ...end), 'CURE_BEFORE_DRY'],
    ['a cure before the look', made(...start, 'rest', ...end), 'CURE_BEFORE_LOOK'],
    [
      'a cure after a second wash, still wet',
      made(...start, 'rest', 'look-matte', 'supports-off', wash, ...end),
      'CURE_BEFORE_DRY',
    ],
    ['a cure after a warm dip, still wet', made(...start, 'rest', 'look-matte', 'warm-dip', ...end), 'CURE_BEFORE_DRY'],
    [
      'a look that came before the last drying',
      made(...start, 'rest', 'look-matte', 'warm-dip', 'rest', ...end),
      'CURE_BEFORE_LOOK',
    ],
    [
      'the oven while wet',
      made(...start, 'rest', 'look-matte', 'cure', 'look-cured', 'rinse', 'oven', 'seal'),
      'OVEN_WET',
    ],
    ['a cure without a wash', made('drip', 'off-plate', 'rest', 'look-matte', ...end), 'NOT_WASHED'],
    ['dripping after the wash', made('off-plate', wash, 'drip', 'rest', 'look-matte', ...end), 'DRIP_AFTER_WASH'],
    ['mopping after the wash', made(...start, 'mop', 'rest', 'look-matte', ...end), 'MOP_AFTER_WASH'],
    ['never off the plate', made('drip', wash, 'rest', 'look-matte', ...end), 'OFF_PLATE_ONCE'],
    [
      'trimming on the plate',
      made('drip', wash, 'supports-off', 'off-plate', 'rest', 'look-matte', ...end),
      'STILL_ON_PLATE',
    ],
    ['no seal', made(...start, 'rest', 'look-matte', 'cure', 'look-cured'), 'SEAL_LAST'],
    ['work after the seal', made(...start, 'rest', 'look-matte', ...end, 'pack'), 'SEAL_LAST'],
    ['no light and no hand-over', made(...start, 'rest', 'look-matte', 'seal'), 'NEVER_CURED'],
    [
      'cured, then handed over green',
      made(...start, 'rest', 'look-matte', 'cure', 'look-cured', 'hand-over', 'seal'),
      'GREEN_AND_CURED',
    ],
    ['nobody looks after the light', made(...start, 'rest', 'look-matte', 'cure', 'seal'), 'NO_LOOK_AFTER_CURE'],
    [
      'a long ultrasonic bath',
      made('drip', 'off-plate', { type: 'wash-ultrasonic', seconds: 180 }, 'rest', 'look-matte', ...end),
      'ULTRASONIC_CAP',
    ],
    [
      'alcohol in the tank itself',
      made('drip', 'off-plate', { type: 'wash-ultrasonic', inTank: true }, 'rest', 'look-matte', ...end),
      'FLAMMABLE_IN_TANK',
    ],
  ])('refuses %s, with a way on', (_, route, code) => {
    const found = checkRoute(route).find((finding) => finding.code === code);
    expect(found).toMatchObject({
      level: 'refused',
      remedy: expect.stringMatching(/\.$/),
      message: expect.stringMatching(/\.$/),
    });
    expect(routeRefusal(route)).toBeDefined();
  });
  it('water in the tank is no fire', () => {
    const route = made('drip', 'off-plate', { type: 'wash-ultrasonic', inTank: true }, 'rest', 'look-matte', ...end);
    expect(checkRoute(route, { solventAt: () => 'water' })).toEqual([]);
  });
});

describe('what a resin and a part add', () => {
  it('refuses washes over the exposure cap and liquids the card does not allow', () => {
    const long = made(
      'drip',
      'off-plate',
      { ...wash, seconds: 600 },
      { ...wash, seconds: 301 },
      'rest',
      'look-matte',
      ...end,
    );
    expect(codes(long)).toEqual([]);
    expect(routeRefusal(long, { card: testCard })).toMatchObject({
      code: 'EXPOSURE_CAP',
      message: expect.stringContaining('15:01'),
    });
    expect(routeRefusal(TWO_BATHS, { card: testCard, solventAt: () => 'detergent' })).toMatchObject({
      code: 'WRONG_SOLVENT',
    });
  });
  it('keeps a validated procedure to itself', () => {
    const card = { ...testCard, procedure: { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'IFU 7' } };
    expect(routeRefusal(templateById('oven-after')!, { card })?.code).toBe('PROCEDURE_ONLY');
    expect(routeRefusal(templateById('procedure')!, { card })).toBeUndefined();
  });
  it('warns and advises with reasons', () => {
    expect(codes(templateById('keep-shape')!)).toEqual(['warned SUPPORTS_AFTER_CURE']);
    expect(codes(templateById('water-wash')!)).toEqual(['warned WARM_AIR']);
    expect(codes(templateById('long-light')!)).toEqual(['warned LONG_LIGHT']);
    expect(codes(TWO_BATHS, { filmUm: 81 })).toEqual(['advised MOP_FIRST']);
    expect(codes(TWO_BATHS, { filmUm: 79 })).toEqual([]);
    expect(codes(templateById('casting')!, { filmUm: 200 })).toEqual([]);
    expect(codes(TWO_BATHS, { part: { ...testPart, supportContacts: 60 } })).toEqual(['advised SECOND_WASH']);
    // 121 mm on a wall of 3 mm: over forty walls long
    const flat = { part: { ...testPart, boxMm: [121, 30, 4] as const } };
    expect(codes(TWO_BATHS, flat)).toEqual(['advised HOLD_FLAT']);
    expect(codes(TWO_BATHS, { part: { ...testPart, boxMm: [119, 30, 4] as const } })).toEqual([]);
    const form = { type: 'hold-form' } as const;
    const cure = TWO_BATHS.steps.findIndex(({ type }) => type === 'cure');
    expect(codes({ ...TWO_BATHS, steps: TWO_BATHS.steps.toSpliced(cure, 0, form) }, flat)).toEqual([]);
    expect(codes(templateById('second-wash')!, { part: { ...testPart, supportContacts: 60 } })).toEqual([]);
    expect(codes(TWO_BATHS, { card: { ...testCard, leavesGrit: true } })).toEqual(['advised GRIT']);
    const inIsopropanol = { solventAt: () => 'isopropanol' as const };
    const hazed = { ...testCard, hazedBy: ['isopropanol' as const] };
    expect(codes(TWO_BATHS, { card: hazed, ...inIsopropanol })).toEqual(['warned HAZE']);
    const clear = { ...testCard, family: 'clear' as const, solvents: ['isopropanol', 'ethanol'] as const };
    expect(codes(TWO_BATHS, { card: clear, ...inIsopropanol })).toEqual([]);
    expect(codes(TWO_BATHS, { card: clear, solventAt: () => 'ethanol' })).toEqual(['warned HAZE']);
    const hot = { card: { ...testCard, exotherm: 'it warms itself.' } };
    expect(codes(templateById('oven-after')!, hot)).toContain('warned EXOTHERM');
    expect(codes(TWO_BATHS, hot)).toEqual([]);
    const baked = (tempC: number) => ({ card: { ...testCard, oven: { tempC, seconds: 1800 } } });
    expect(codes(templateById('oven-after')!, baked(50))).toContain('warned OVEN_OVER_CARD');
    expect(codes(templateById('oven-after')!, baked(120))).not.toContain('warned OVEN_OVER_CARD');
    expect(
      codes(made(...start, 'rest', 'look-matte', { type: 'cure', medium: 'glycerine' }, 'look-cured', 'seal')),
    ).toEqual(['warned GLYCERINE_STAYS']);
  });
});

describe('times for any list of stages', () => {
  const request = { card: testCard, part: testPart, count: 2, dripS: 300, plateAreaMm2: 5000, bench: testBench };
  const laid = (id: string, over = {}) => {
    const full = { ...request, route: templateById(id)!, ...over };
    const plan = planBatch(full);
    return { plan, steps: layRoute(full, plan), route: full.route };
  };
  it('gives every timed step a time within the caps, whatever the school', () => {
    for (const { id } of ROUTE_TEMPLATES) {
      const { steps } = laid(id, {
        bench: everythingBench,
        card: { ...testCard, solvents: ['isopropanol', 'water', 'detergent'] },
      });
      for (const step of steps)
        if (step.mode === 'timed') expect(step.plannedS ?? 0, `${id} ${step.title}`).toBeGreaterThan(0);
      const washed = steps.filter(({ kind }) => kind === 'wash').reduce((sum, { plannedS }) => sum + plannedS!, 0);
      expect(washed, id).toBeLessThanOrEqual(testCard.exposureCapS);
      for (const { agitation, plannedS } of steps)
        if (agitation === 'ultrasonic') expect(plannedS).toBeLessThanOrEqual(60);
    }
  });
  it('shares the first light between sides so that together they never pass the end of the window', () => {
    expect(shareS(300, 2, { timerStepS: 10, lastS: 600 })).toBe(150);
    expect(shareS(240, 2, { timerStepS: 120, lastS: 360 })).toBe(120);
    // 150 s is no whole step of 2 min: taken out by hand after 75 s each, cut to ten seconds
    expect(shareS(150, 2, { timerStepS: 120, lastS: 200 })).toBe(70);
    // one step of 2 min each would be 240 s, past an end at 200: taken out by hand after 100
    expect(shareS(120, 2, { timerStepS: 120, lastS: 200 })).toBe(100);
    // 2.5 steps round up to 3: 720 s in all, past 600, so two steps each
    expect(shareS(600, 2, { timerStepS: 120, lastS: 600 })).toBe(240);
  });
  it('explains the rest that the step shows, also after a rinse', () => {
    const bench = everythingBench;
    const route = made(...start, 'rinse', 'rest', 'look-matte', ...end);
    const full = { ...request, bench, route };
    const plan = planBatch(full);
    const dry = layRoute(full, plan).find(({ kind }) => kind === 'dry')!;
    expect(dry.plannedS).toBe(plan.dryS);
    expect(plan.dryS).toBeGreaterThan(3 * planBatch({ ...full, route: TWO_BATHS }).dryS);
  });
  it('by hand takes longer than by machine; mopping shortens', () => {
    const sum = (id: string) =>
      laid(id)
        .steps.filter(({ kind }) => kind === 'wash')
        .reduce((all, { plannedS }) => all + plannedS!, 0);
    expect(sum('warm-peel')).toBeGreaterThan(sum('two-baths'));
    const thick = { card: { ...testCard, viscosityMPaS25: 2500 }, dripS: 60 };
    expect(laid('casting', thick).plan.filmUm).toBe(25);
    expect(laid('two-baths', thick).plan.filmUm).toBeGreaterThan(80);
  });
  it('shares the first light between the sides, holds long light to the window’s end', () => {
    const two = laid('warm-chamber').steps.filter(({ kind }) => kind === 'cure');
    expect(two.map(({ plannedS }) => plannedS)).toEqual([two[0]!.plannedS, two[0]!.plannedS]);
    const low = laid('two-baths');
    const long = laid('long-light');
    const light = (steps: readonly { kind: string; plannedS?: number | undefined }[]) =>
      steps.find(({ kind }) => kind === 'cure')!.plannedS!;
    expect(light(long.steps)).toBeGreaterThan(light(low.steps));
    expect(light(long.steps)).toBeLessThanOrEqual(low.plan.cure.doses!.lastS);
    expect(light(laid('card-time', { card: { ...testCard, cardCureS: 480 } }).steps)).toBe(480);
  });
  it('plans a wash after drying apart: it only takes off dust', () => {
    const { steps, route } = laid('second-wash');
    const spells = wetSpells(request, bindRoute(route, testBench));
    expect(spells.map((runs) => runs.map((run) => run.length))).toEqual([[2], [1]]);
    // from 12 µm to 0.8 − 20·0.73·1.5 % = 0.581 µm: 3.03 recess times of 14.3 s · 3.6 · e^(0.6745·0.4) / (1 − 1.5/25) = 203.8 s, in 5 s steps
    expect(steps.filter(({ kind }) => kind === 'wash').at(-1)!.plannedS).toBe(205);
    expect(route.steps.filter((step) => kindOf(step) === 'dry')).toHaveLength(2);
  });
  it('dries a deep blind hole longer than a face, water longer than alcohol', () => {
    const dry = (over: object) => laid('two-baths', over).steps.find(({ kind }) => kind === 'dry')!.plannedS!;
    const hole = { part: { ...testPart, pocketDepthMm: 40 } };
    expect(dry(hole)).toBeGreaterThan(dry({}));
    // Stefan: ρ/M·δ·L/(D·c·ln(P/(P − p))) = 13,068 · 1e-4 · 0.04 / (9.83e-6 · 41.3 · 0.0510) ≈ 2,530 s at 22 °C, plus the soaking
    expect(dry(hole)).toBeGreaterThan(2300);
    expect(dry(hole)).toBeLessThan(3000);
  });
});
