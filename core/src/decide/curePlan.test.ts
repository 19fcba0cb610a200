import { describe, expect, it } from 'vitest';
import {
  applyEvent,
  type BatchLight,
  type BatchState,
  type CureChoice,
  currentStep,
  validateBatchLight,
} from '../batch/index.ts';
import { lampNow, sunNow } from '../bench/index.ts';
import { cureDoubt, curePlanOf, explain, pairKey, planBatch, requestOf, wallWindow } from '../plan/index.ts';
import { play, testBatch, testBench, testCard, testLamp, withLamp } from '../testing/index.ts';
import { parseDurationS } from '../units/index.ts';
import { decideCurePlan, decideMapped, decideStart, forecastWith } from './index.ts';

const light = (poses: readonly (readonly [cold: number, hot: number])[]): BatchLight => ({
  station: 'lamp-box',
  placed: 2,
  poses: poses.map(([coldMWPerCm2, hotMWPerCm2], i) => ({ up: [0, 0, i === 0 ? 1 : -1], coldMWPerCm2, hotMWPerCm2 })),
  medianMWPerCm2: 8,
  neverLitPct: 0,
});
const choice = (poses: readonly (readonly [number, number])[], over: Partial<CureChoice> = {}): CureChoice => ({
  light: light(poses),
  medium: 'air',
  ...over,
});
const now = { atMs: 5000, by: 'Mara V.' };
const clear = { ...testCard, family: 'clear' as const };
const fine = withLamp('lamp-box', { timerStepS: 10 });
const take = (batch: BatchState, chosen: CureChoice, bench = fine): BatchState => {
  const decided = decideCurePlan(batch, chosen, bench, now);
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const code = (batch: BatchState, chosen: CureChoice, bench = fine) => {
  const decided = decideCurePlan(batch, chosen, bench, now);
  return decided.ok ? 'ok' : decided.refusal.code;
};

describe('the window on a plain wall', () => {
  it('is that of the lamp, as coupons and looks have taught it', () => {
    const plain = wallWindow(testCard, testBench, 'lamp-box', 3);
    const pairs = { [pairKey(testCard.id, 'lamp-box')]: { lnRate: 0.3, lnRateSd: 0.1, lnDose: -0.2, lnDoseSd: 0.1 } };
    const taught = wallWindow(testCard, { ...testBench, pairs }, 'lamp-box', 3);
    expect(taught.handleS!).toBeLessThan(plain.handleS!);
    // brittleness is a dose: e^−0.2 of the time
    expect(taught.maxS! / plain.maxS!).toBeCloseTo(Math.exp(-0.2), 2);
  });
});

describe('a plan of light from the map', () => {
  it('sets the cure by the coldest spot, not by the meter', () => {
    const dim = take(testBatch(), choice([[4, 9]]));
    const bright = take(testBatch(), choice([[9, 9]]));
    const cureOf = (batch: BatchState) => batch.steps.find(({ kind }) => kind === 'cure')!.plannedS!;
    expect(cureOf(dim)).toBeGreaterThan(1.3 * cureOf(bright));
    const { window, doses } = forecastWith(testBatch(), choice([[4, 9]]), fine);
    expect(cureOf(dim)).toBe(doses!.firstS);
    expect(dim).toMatchObject({ addS: doses!.addS, light: { placed: 2 } });
    // a wide window: likely to pass at the first look
    expect(doses!.firstS).toBeGreaterThan(window.handleS!);
    expect(doses!.firstS).toBeLessThan(1.35 * window.handleS!);
  });
  it('puts a turn and a second run after the first where the map needs two poses', () => {
    const turned = take(
      testBatch({ card: clear }),
      choice([
        [2, 10],
        [9, 7],
      ]),
    );
    const types = turned.steps.map(({ type }) => type);
    const at = types.indexOf('cure');
    expect(types.slice(at, at + 4)).toEqual(['cure', 'turn-over', 'cure', 'look-cured']);
    const [first, , second] = turned.steps.slice(at);
    expect(first!.plannedS).toBe(second!.plannedS);
    expect(first!.plannedS! + second!.plannedS!).toBeLessThanOrEqual(turned.lastS!);
    expect(new Set(turned.steps.map(({ id }) => id)).size).toBe(turned.steps.length);
    // taken on again in one pose: the two runs stay, the light is shared
    const again = take(turned, choice([[6, 9]]));
    expect(again.steps).toHaveLength(turned.steps.length);
    const done = play(turned, (batch) => currentStep(batch)!.kind === 'seal').batch;
    expect(done.steps.filter(({ kind, state }) => kind === 'cure' && state === 'done')).toHaveLength(2);
  });
  it('carries medium and heat into the steps, and refuses what the lamp cannot do', () => {
    const wet = take(testBatch(), choice([[8, 9]], { medium: 'water' })).steps.find(({ kind }) => kind === 'cure')!;
    expect([wet.medium, wet.title]).toEqual(['water', 'Cure under water']);
    expect(code(testBatch(), choice([[8, 9]], { tempC: 60 }))).toBe('NO_HEATER');
    const heated = withLamp('lamp-box', { heaterToC: 70 }, fine);
    expect(
      take(testBatch(), choice([[8, 9]], { tempC: 60 }), heated).steps.find(({ kind }) => kind === 'cure')!.tempC,
    ).toBe(60);
    expect(code(testBatch(), { ...choice([[8, 9]]), light: { ...light([[8, 9]]), station: 'moon' } })).toBe(
      'UNKNOWN_LAMP',
    );
  });
  it('is refused once light has begun, for a procedure, on hold, and when the window is closed', () => {
    const begun = play(testBatch(), (batch) => currentStep(batch)!.kind === 'look-cured').batch;
    expect(code(begun, choice([[8, 9]]))).toBe('LIGHT_BEGUN');
    const procedure = { wash1S: 180, wash2S: 120, dryS: 600, cureS: 1200, reference: 'SC-1' };
    expect(code(testBatch({ card: { ...testCard, procedure } }), choice([[8, 9]]))).toBe('PROCEDURE_ONLY');
    expect(code(testBatch({ held: 'ask' }), choice([[8, 9]]))).toBe('HELD');
    const closed = decideCurePlan(testBatch({ card: clear }), choice([[1.5, 14]]), fine, now);
    // what opens it is a change that the list itself shows to be open
    expect(!closed.ok && closed.refusal).toMatchObject({
      code: 'WINDOW_CLOSED',
      remedy: expect.stringMatching(/^[A-Z].*: good from \d+:\d\d to \d+:\d\d\.$/),
    });
    const [from, to] = (!closed.ok ? closed.refusal.remedy! : '')
      .match(/\d+:\d\d/g)!
      .map((text) => parseDurationS(text)!);
    expect(from!).toBeLessThan(to!);
    expect(code(testBatch(), choice([[9, 4]]))).toBe('BAD_VALUE');
  });
  it('made in the background replaces even light, keeps what the route fixes, and stops what has no window', () => {
    const mapped = (batch: BatchState, chosen: CureChoice) =>
      decideMapped(batch, chosen, fine, now).reduce<BatchState>(applyEvent, batch);
    const cureOf = (batch: BatchState) => batch.steps.find(({ kind }) => kind === 'cure')!;
    const batch = testBatch();
    const dim = mapped(batch, choice([[4, 9]]));
    expect(cureOf(dim).plannedS).toBe(cureOf(take(batch, choice([[4, 9]]))).plannedS);
    expect([curePlanOf(batch, fine).from, curePlanOf(dim, fine).from]).toEqual(['even light', 'light map']);
    // somebody's own plan is not overwritten
    expect(decideMapped(dim, choice([[8, 9]]), fine, now)).toEqual([]);
    const typed = {
      ...batch,
      steps: batch.steps.map((step) => (step.kind === 'cure' ? { ...step, fixed: true } : step)),
    };
    expect(cureOf(mapped(typed, choice([[4, 9]]))).plannedS).toBe(cureOf(batch).plannedS);
    const shut = mapped(testBatch({ card: clear }), choice([[1.5, 14]]));
    expect(shut.lightClosed?.why).toMatch(/before the coldest are cured/);
    const ready = play(testBatch({ card: clear }), (b) => currentStep(b)!.kind === 'cure').batch;
    const stopped = mapped(ready, choice([[1.5, 14]]));
    const start = decideStart(stopped, currentStep(stopped)!.id, fine, {}, now);
    expect(!start.ok && start.refusal.code).toBe('WINDOW_CLOSED');
    // another plan opens it; so does somebody's reason, in short steps up to the end
    expect(take(stopped, choice([[9, 12]])).lightClosed).toBeUndefined();
    const anyway = decideCurePlan(stopped, choice([[1.5, 14]]), fine, now, 'a trial piece');
    const lit = anyway.ok ? anyway.value.reduce<BatchState>(applyEvent, stopped) : stopped;
    expect([lit.lightClosed, lit.flag]).toEqual([undefined, 'Lit though its window is closed: a trial piece']);
    expect(cureOf(lit).plannedS!).toBeLessThanOrEqual(lit.lastS!);
  });
  it('knows light that cannot be', () => {
    expect(validateBatchLight(light([[3, 9]]))).toEqual([]);
    expect(validateBatchLight({ ...light([[3, 9]]), neverLitPct: 130 })[0]!.path).toBe('neverLitPct');
    expect(validateBatchLight(light([[0, 9]]))[0]!.message).toContain('no light in any pose');
    expect(validateBatchLight(light([]))[0]!.message).toContain('poses is 0');
  });
  it('is what the Why of the cure explains from then on', () => {
    const lit = take(testBatch(), choice([[4, 9]]));
    const why = explain('cure', requestOf(lit, fine));
    expect(why.inputs.map((line) => line.join(': ')).join()).toContain('by its light map');
    expect(planBatch(requestOf(lit, fine)).cure.window.handleS).toBeCloseTo(
      forecastWith(testBatch(), choice([[4, 9]]), fine).window.handleS!,
      6,
    );
  });
});

describe('what a lamp has shown of a resin', () => {
  const request = requestOf(testBatch(), fine);
  const pair = { lnRate: Math.log(0.8), lnRateSd: 0.05, lnDose: 0, lnDoseSd: 0.3 };
  const paired = { ...request, bench: { ...fine, pairs: { [pairKey('grey', 'lamp-box')]: pair } } };
  it('moves the window, and narrows its soft edge', () => {
    const [plain, learned] = [planBatch(request).cure, planBatch(paired).cure];
    expect(learned.window.handleS!).toBeGreaterThan(1.15 * plain.window.handleS!);
    expect(cureDoubt(paired).rate).toBeLessThan(cureDoubt(request).rate);
    const width = ({ range }: typeof plain) => range!.handleS[1] / range!.handleS[0];
    expect(width(learned)).toBeLessThan(width(plain));
  });
  it('leaves other lamps and resins alone; a lamp never metered widens the edge', () => {
    const other = { ...request, bench: { ...fine, pairs: { [pairKey('grey', 'small-lamp')]: pair } } };
    expect(planBatch(other).cure.window).toEqual(planBatch(request).cure.window);
    const never = lampNow('Box', testLamp, 9);
    const metered = lampNow('Box', { ...testLamp, metered: { scale: 1, hours: 0, spreadPct: 2 } }, 9);
    const doubt = (lamp: typeof never) => cureDoubt({ ...request, bench: withLamp('lamp-box', lamp, fine) }).rate;
    expect(doubt(never)).toBeGreaterThan(doubt(metered));
  });
  it('the sill is as bright as the sun stands', () => {
    const at = { latDeg: 51.5, lonDeg: 0, atMs: Date.UTC(2026, 5, 21, 12) };
    expect(sunNow('Sill', testLamp, at).mWPerCm2).toBeGreaterThan(1);
    expect(sunNow('Sill', testLamp, { ...at, atMs: Date.UTC(2026, 5, 21, 0) }).mWPerCm2).toBeLessThan(0.05);
  });
});
