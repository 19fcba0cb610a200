import { describe, expect, it } from 'vitest';
import { addParcels, EMPTY_PARCEL, type Parcel, totalMg } from '../../solvent/index.ts';
import { testRun } from '../../testing/index.ts';
import { DEFAULT_PASS, distil } from '../index.ts';
import {
  binMove,
  chargeOf,
  collectMove,
  decideRunFinish,
  decideRunGiveUp,
  decideRunLook,
  decideRunStart,
  loadedAs,
  passMove,
  passVerdict,
  RUN_KINDS,
  type RunEvent,
  type RunKind,
  type RunState,
  reduceRun,
  runNext,
  runStepNow,
} from './index.ts';

const DAY_MS = 86_400_000;
const RAN = { filterHeldG: 0, stoodS: 172_800, seen: 'clear', atMs: 0 } as const;
const begun = (kind: RunKind): RunState => testRun({ kind });
const poured = (run: RunState, atMs = 0): RunState =>
  reduceRun(run, {
    type: 'poured',
    stepId: runStepNow(run)!.id,
    takenG: 2400,
    loadPctW: 8,
    strengthPctW: 94,
    atMs,
    by: 'Ada B.',
  });
const told = (run: RunState, event: object, atMs: number): RunState =>
  reduceRun(run, { stepId: runStepNow(run)!.id, atMs, by: 'Ada B.', ...event } as RunEvent);

describe('a run', () => {
  it.each(RUN_KINDS)('%s: every step it can come to says what to do, and it comes to an end', (kind) => {
    let run = begun(kind);
    for (let i = 0; i < 12 && run.endedAtMs === undefined; i++) {
      const next = runNext(run, i * 10 * DAY_MS)!;
      expect(next.say.length).toBeGreaterThan(8);
      const atMs = i * 10 * DAY_MS;
      const { kind: step } = next.step;
      if (step === 'pour') run = poured(run, atMs);
      else if (step === 'look')
        run = told(run, { type: 'looked', outcome: kind === 'harden-filter' ? 'clear' : 'dry' }, atMs);
      else run = told(run, { type: 'finished' }, atMs);
    }
    expect(run.endedAtMs).toBeDefined();
    expect(runNext(run, 0)).toBeUndefined();
  });
  it('stands by itself once it is poured, and calls back; milky liquid stands a day more', () => {
    const stands = poured(begun('harden-filter'));
    expect(runNext(stands, DAY_MS)).toMatchObject({ dueInS: 86_400, needsHands: false });
    expect(runNext(stands, 3 * DAY_MS)).toMatchObject({ dueInS: -86_400, needsHands: true });
    const milky = told(
      told(stands, { type: 'finished' }, 2 * DAY_MS),
      { type: 'looked', outcome: 'milky' },
      2 * DAY_MS,
    );
    expect(runStepNow(milky)).toMatchObject({ kind: 'stand', pass: 1, plannedS: 86_400 });
  });
  it('refuses the wrong order with the way on', () => {
    const run = poured(begun('harden-filter'));
    expect(decideRunFinish(run, 'r1', 0)).toMatchObject({ refusal: { code: 'NOT_NEXT' } });
    expect(decideRunFinish(run, 'r9', 0)).toMatchObject({ refusal: { code: 'UNKNOWN_STEP' } });
    expect(decideRunStart(run, 'r2', 0)).toMatchObject({ refusal: { code: 'ALREADY_STARTED' } });
    const looks = told(run, { type: 'finished' }, DAY_MS);
    const { id } = runStepNow(looks)!;
    expect(decideRunFinish(looks, id, DAY_MS)).toMatchObject({ refusal: { code: 'LOOK_NEEDS_ANSWER' } });
    expect(decideRunLook(looks, id, 'frozen', DAY_MS)).toMatchObject({ refusal: { code: 'WRONG_OUTCOME' } });
  });
  it('is not given up while it is hot', () => {
    const charged = poured(begun('distil'));
    expect(decideRunGiveUp(charged, 0).ok).toBe(true);
    const hot = told(charged, { type: 'started' }, 0);
    expect(decideRunGiveUp(hot, 1000)).toMatchObject({ refusal: { code: 'STILL_HOT' } });
    const cools = told(hot, { type: 'finished' }, 1000);
    expect(decideRunGiveUp(cools, 2000)).toMatchObject({ refusal: { code: 'STILL_HOT' } });
    expect(decideRunGiveUp(cools, DAY_MS).ok).toBe(true);
  });
  it('counts what the filter caught, until it is changed', () => {
    const pass = {
      beforeG: 2400,
      beforePctW: 8,
      backG: 2000,
      afterPctW: 2,
      loadWasRead: true,
      backWasMeasured: true,
      ...RAN,
    };
    const looked = told(
      told(poured(begun('harden-filter')), { type: 'finished' }, 0),
      { type: 'looked', outcome: 'clear' },
      0,
    );
    const after = told(looked, { type: 'finished', pass, another: true }, 0);
    // 192 g before, 40 g after: 15 % of what dropped comes into the papers
    expect(after.filterCaughtG).toBeCloseTo(22.8, 9);
    expect(told(after, { type: 'filter-changed' }, 0).filterCaughtG).toBe(0);
  });
});

describe('why a pass was poor', () => {
  const good = {
    beforeG: 2400,
    beforePctW: 8,
    backG: 1980,
    afterPctW: 2.3,
    loadWasRead: true,
    backWasMeasured: true,
    ...RAN,
  };
  it('says nothing of one that went as expected', () => {
    expect(passVerdict(good)).toMatchObject({ poorYield: false, poorClean: false, faults: [] });
  });
  it.each([
    ['clogged papers', { backG: 1500, filterHeldG: 70 }, ['clogged papers']],
    ['stood too short', { afterPctW: 4.5, stoodS: 60_000 }, ['stood too short']],
    ['a crust drawn along', { backG: 1500, afterPctW: 4.5, seen: 'crust' }, ['drawn off with a crust']],
    ['nothing that was noted', { backG: 1500 }, ['lost on the way']],
    ['nothing noted of what stayed in it', { afterPctW: 4.5 }, ['little hardened']],
  ] as const)('by what was noted: %s', (_, over, faults) => {
    expect(passVerdict({ ...good, ...over }).faults).toEqual(faults);
  });
});

describe('what a step of a run moves', () => {
  const held: Parcel = [2_000_000n, 110_000n, 190_000n];
  const nothing = (lines: readonly { parcel: Parcel }[]) =>
    lines.reduce((sum, { parcel }) => addParcels(sum, parcel), EMPTY_PARCEL);
  it('a pass balances whatever was measured; what is over after sludge and air is unaccounted', () => {
    const at = { vessel: 'jar', held, solvent: 'isopropanol', constants: DEFAULT_PASS } as const;
    for (const measured of [{}, { backMl: 2300 }, { backMl: 900 }, { backMl: 2300, afterPctW: 1.1 }]) {
      const { lines, back, went } = passMove(at, measured, RAN);
      expect(nothing(lines)).toEqual(EMPTY_PARCEL);
      expect(Number(totalMg(back)) / 1000 + went.evaporatedG + went.sludgeG + went.unaccountedG).toBeCloseTo(2300, 6);
    }
    expect(passMove(at, { backMl: 900 }, RAN).went.unaccountedG).toBeGreaterThan(900);
    expect(passMove(at, {}, RAN).went.unaccountedG).toBeLessThan(1);
    expect(() => passMove(at, { backMl: 2900 }, RAN)).toThrow(/More came back/);
  });
  it('follows a reading up and down, with the mass and the strength it had', () => {
    for (const pctW of [2, 8, 12]) {
      const now = loadedAs(held, pctW);
      expect(totalMg(now)).toBe(totalMg(held));
      expect(Number(now[2]) / Number(totalMg(now))).toBeCloseTo(pctW / 100, 6);
      expect(Number(now[0]) / Number(now[1])).toBeCloseTo(Number(held[0]) / Number(held[1]), 3);
    }
  });
  it('a still keeps its resin in the heel, a pan leaves only residue', () => {
    const plan = distil(chargeOf(held), { powerW: 400 });
    const still = { vessel: 'still', to: 'bottle', held, solvent: 'isopropanol', still: plan } as const;
    const run = collectMove(still, { backMl: 2200, heelG: 400 });
    expect(nothing(run.lines)).toEqual(EMPTY_PARCEL);
    expect(run.back[2]).toBe(0n);
    expect(run.went.sludgeG).toBeCloseTo(400, 2);
    expect(() => collectMove(still, { backMl: 3000 })).toThrow(/More came over/);
    const dry = binMove('pan', held, 185);
    expect(dry.went).toMatchObject({ evaporatedG: 2110, sludgeG: 185, unaccountedG: 5 });
  });
});
