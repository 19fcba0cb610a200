import { describe, expect, it } from 'vitest';
import { Draws } from '../estimate/random.ts';
import { normalBelow } from '../maths/index.ts';
import { madeUpLadder } from '../testing/index.ts';
import {
  advisedChange,
  COUPON_RESULTS,
  type CureSetting,
  cureAlternatives,
  cureEnd,
  cureWindow,
  driftAlarm,
  FAMILY_CONSTANTS,
  fitCoupons,
  type Outcome,
  PRIOR_SCALE,
  scaledConstants,
  translate,
  turnedSetting,
  turnedWindow,
  whyClosed,
} from './index.ts';

const clear: CureSetting = {
  constants: FAMILY_CONSTANTS.clear,
  wallMm: 3,
  coldMWPerCm2: 10,
  hotMWPerCm2: 10,
  medium: 'air',
};

const ladder = (truth: { lnRate: number; lnDose: number }, draws: Draws) => madeUpLadder(clear, truth, draws, 0.1);

describe('a ladder of coupons', () => {
  it('finds both edges to about a tenth, and its ranges hold them', () => {
    const draws = new Draws(7);
    const errors: number[] = [];
    let held = 0;
    const rounds = 12;
    for (let n = 0; n < rounds; n++) {
      const truth = { lnRate: 0.3 * draws.normal(), lnDose: 0.3 * draws.normal() };
      const { handleS, maxS } = cureWindow({ ...clear, constants: scaledConstants(clear.constants, truth) });
      const fit = fitCoupons(clear, ladder(truth, draws));
      errors.push(Math.abs(Math.log(fit.handleS / handleS!)), Math.abs(Math.log(fit.maxS! / maxS!)));
      held += Number(fit.handleRange90[0] <= handleS! && handleS! <= fit.handleRange90[1]);
      held += Number(fit.maxRange90![0] <= maxS! && maxS! <= fit.maxRange90![1]);
    }
    expect(errors.reduce((a, b) => a + b, 0) / errors.length).toBeLessThan(0.15);
    expect(held).toBeGreaterThanOrEqual(0.75 * 2 * rounds);
  });
  it('narrows with every coupon, and stays with what is believed where it says nothing', () => {
    const none = fitCoupons(clear, []);
    // the middle half of the prior: the window of the card itself
    expect(none.handleS / cureWindow(clear).handleS!).toBeCloseTo(1, 1);
    // √(0.8 · 0.5² + 0.2 · 1.2²) = 0.70
    expect(none.scale.lnRateSd).toBeCloseTo(0.7, 1);
    const fit = fitCoupons(clear, ladder({ lnRate: 0, lnDose: 0 }, new Draws(1)));
    expect(fit.scale.lnRateSd).toBeLessThan(0.25);
    for (const side of [0, 1] as const) expect(fit.prior.handleRange90[side]).toBeCloseTo(none.handleRange90[side], 6);
    const early = fitCoupons(clear, [{ seconds: 30, result: 'tacky' }]);
    expect(early.scale.lnDoseSd).toBeGreaterThan(0.42);
  });
  it('learns from hardness, whatever the tester’s own offset', () => {
    const harder = (offset: number): Outcome[] =>
      [60, 200, 600].map((seconds, i) => ({ seconds, result: 'ok', shoreD: offset + [60, 68, 70][i]! }));
    const [a, b] = [fitCoupons(clear, harder(0)), fitCoupons(clear, harder(3))];
    expect(Math.abs(a.scale.lnRate - b.scale.lnRate)).toBeLessThan(0.12);
    expect(a.scale.lnRateSd).toBeLessThan(
      fitCoupons(
        clear,
        harder(0).map(({ seconds, result }) => ({ seconds, result })),
      ).scale.lnRateSd + 0.01,
    );
  });
  it('takes a look at a part as a weak coupon with its own light', () => {
    const looks: Outcome[] = Array.from({ length: 6 }, () => ({
      seconds: 300,
      result: 'tacky',
      weak: true,
      coldShare: 0.8,
    }));
    const weak = fitCoupons(clear, looks);
    expect(weak.scale.lnRate).toBeLessThan(-0.1);
    const timed = fitCoupons(
      clear,
      looks.map((look) => ({ ...look, weak: false })),
    );
    expect(timed.scale.lnRateSd).toBeLessThan(weak.scale.lnRateSd);
  });
  it('raises an alarm when batches leave what the ladder said, not before', () => {
    const { scale } = fitCoupons(clear, ladder({ lnRate: 0, lnDose: 0 }, new Draws(3)));
    const { handleS } = cureWindow(clear);
    const looks = (result: Outcome['result'], factor: number): Outcome[] =>
      Array.from({ length: 8 }, () => ({ seconds: factor * handleS!, result, weak: true }));
    expect(driftAlarm(clear, scale, looks('ok', 1.5))).toBeUndefined();
    expect(driftAlarm(clear, scale, looks('tacky', 2))).toMatch(/meter the lamp/);
    expect(driftAlarm(clear, scale, looks('tacky', 2).slice(0, 3))).toBeUndefined();
    expect(driftAlarm(clear, scale, looks('tinted', 1))).toMatch(/tint sooner/);
  });
  it('refuses times and hardness that cannot be; has the normal distribution of the tables', () => {
    expect(() => fitCoupons(clear, [{ seconds: -5, result: 'ok' }])).toThrow('outcomes.seconds');
    expect(() => fitCoupons(clear, [{ seconds: 60, result: 'ok', shoreD: 140 }])).toThrow('outcomes.shoreD');
    for (const [x, p] of [
      [0, 0.5],
      [1, 0.841345],
      [-1.645, 0.049985],
      [2.326, 0.98999],
    ] as const)
      expect(normalBelow(x)).toBeCloseTo(p, 5);
    expect(COUPON_RESULTS).toHaveLength(3);
    expect(PRIOR_SCALE.lnRate).toBe(0);
  });
});

describe('translating a schedule', () => {
  const tough = FAMILY_CONSTANTS.tough;
  const card = { minutes: 10, tempC: 60, mWPerCm2: 25, medium: 'air' } as const;
  it('gives the card’s own lamp the card’s own time', () => {
    expect(
      Math.abs(translate(tough, card, { mWPerCm2: 25, canHeatToC: 60, medium: 'air' }).minutes! - 10),
    ).toBeLessThan(0.1);
  });
  it('says what a weak cold lamp cannot do, and which oven helps', () => {
    const weak = translate(tough, card, { mWPerCm2: 9, medium: 'air' });
    expect(weak.reachable).toBe(false);
    expect(weak.minutes).toBeUndefined();
    expect(weak.endsPct).toBeLessThan(90);
    expect(weak.oven!.tempC).toBeLessThanOrEqual(100);
    expect(weak.lampMinutes).toBeGreaterThan(5);
  });
  it('takes longer under less light, by less than the light is weaker: the rate goes with its 0.7th power', () => {
    const opaque = FAMILY_CONSTANTS['standard opaque'];
    const cool = { minutes: 4, tempC: 25, mWPerCm2: 20, medium: 'water' } as const;
    const half = translate(opaque, cool, { mWPerCm2: 10, medium: 'water' }).minutes!;
    expect(half / 4).toBeGreaterThan(1.4);
    expect(half / 4).toBeLessThan(2.2);
  });
});

describe('a part that is turned over', () => {
  const top = { coldMWPerCm2: 2, hotMWPerCm2: 10 };
  const bottom = { coldMWPerCm2: 9, hotMWPerCm2: 7 };
  const even = { coldMWPerCm2: 5, hotMWPerCm2: 5 };
  it('has the plain window when both poses are alike', () => {
    const plain = cureWindow({ ...clear, ...even });
    const turned = turnedWindow({ ...clear, ...even }, [even, even]);
    expect(turned.handleS! / plain.handleS!).toBeCloseTo(1, 1);
    expect(turned.maxS! / plain.maxS!).toBeCloseTo(1, 1);
    expect(turned.maxBy).toBe('tint');
  });
  it('cures its cold side sooner than one pose alone, and adds its doses', () => {
    const one = cureWindow({ ...clear, ...top });
    const both = turnedWindow({ ...clear, ...top }, [top, bottom]);
    expect(both.handleS!).toBeLessThan(0.6 * one.handleS!);
    // the hottest spot gets 10 in one half and 7 in the other: 8.5 in the mean
    expect(both.maxS! / one.maxS!).toBeCloseTo(10 / 8.5, 1);
    const end = cureEnd(turnedSetting(clear, [top, bottom], both.handleS!), both.handleS!);
    expect(end.surface).toBeGreaterThan(0.67);
  });
});

describe('what would change a window', () => {
  it('says what heat gains and where it sags; an oven after adds stiffness, not light', () => {
    const setting = { ...clear, constants: FAMILY_CONSTANTS.tough, tempC: 22 };
    const all = cureAlternatives(setting);
    const of = (text: string) => all.find(({ change }) => change.includes(text))!;
    expect(of('60 °C').risk === undefined || of('60 °C').risk!.includes('sag')).toBe(true);
    expect(of('oven').stiffnessPct!).toBeGreaterThan(1.2 * cureEnd(setting, of('oven').handleS!).stiffnessPct);
    expect(of('oven').handleS).toBeCloseTo(cureWindow(setting).handleS!, 6);
  });
  it('advises the one change that opens a narrow window, never heat', () => {
    const uneven = { ...clear, coldMWPerCm2: 4, hotMWPerCm2: 11 };
    const change = advisedChange(cureWindow(uneven), cureAlternatives(uneven))!;
    expect(change.change).toMatch(/water|glycerine|turn/);
    expect(change.maxS! / change.handleS!).toBeGreaterThan(1.5);
    const opaque = { ...clear, constants: FAMILY_CONSTANTS['standard opaque'] };
    expect(advisedChange(cureWindow(opaque), cureAlternatives(opaque))).toBeUndefined();
  });
  it('says why a window is closed and what opens it', () => {
    const cold = { ...clear, constants: FAMILY_CONSTANTS.filled, tempC: 5, lampHeatsK: 0 };
    expect(whyClosed(cold, cureWindow(cold))!.opens).toMatch(/chamber of \d+ °C/);
    const uneven = { ...clear, coldMWPerCm2: 1, hotMWPerCm2: 12 };
    expect(whyClosed(uneven, cureWindow(uneven))!.why).toContain('before the coldest');
    const wax = { ...clear, constants: FAMILY_CONSTANTS['casting pattern'], coldMWPerCm2: 0.1, hotMWPerCm2: 0.2 };
    expect(whyClosed(wax, cureWindow(wax))!.why).toContain('Oxygen');
    expect(whyClosed(clear, cureWindow(clear))).toBeUndefined();
  });
});
