import { describe, expect, it } from 'vitest';
import { box, cup, flipped, hollowBall, moved, revolved, shadowTree, sphere } from '../mesh/index.ts';
import {
  expose,
  fitRod,
  insideLeds,
  lightFigures,
  lightMap,
  type Placement,
  rodLeds,
  sampleSurface,
  tipsAtDeg,
} from './index.ts';

const rod = { totalMW: 240, lengthMm: 30, radiusMm: 4 };
const still: Placement = { part: 0, xMm: 0, yMm: 0, turnDeg: 0 };
const fitted = (...args: Parameters<typeof fitRod>) => {
  const fit = fitRod(...args);
  if (!fit.ok) throw new Error(fit.refusal.message);
  return fit.value;
};

describe('a rod in a hollow', () => {
  const tall = cup(20, 60, 2);
  it('hangs from its mouth, as deep as the floor allows', () => {
    expect(fitted(tall, [0, 0, 30], rod)).toMatchObject({ along: [0, 0, 1], middleMm: [0, 0, 30], lengthMm: 30 });
    // 60 mm long, its lower end 1 mm above the floor at z = 2: from 3 to 63
    const long = fitted(tall, [0, 0, 30], { ...rod, lengthMm: 60 });
    expect(long.middleMm[2]).toBeCloseTo(33, 1);
  });
  it('is refused where it is thicker than the hollow', () => {
    const fit = fitRod(cup(5, 40, 2), [0, 0, 20], rod);
    expect(fit.ok ? 'fits' : fit.refusal.code).toBe('ROD_TOO_THICK');
  });
  it('is cut to what a closed ball holds', () => {
    expect(fitted(hollowBall(20, 15), [0, 0, 0], { ...rod, lengthMm: 80 }).lengthMm).toBeCloseTo(28, 0);
  });
  it('gives all its light to the ball it shines in', () => {
    const ball = sampleSurface(flipped(sphere(60, 96)), 6000);
    const leds = rodLeds(
      { ...rod, middleMm: [0, 0, 0], along: [0, 1, 0] },
      {
        rows: [
          [1, 0, 0],
          [0, 1, 0],
          [0, 0, 1],
        ],
        byMm: [5, -8, 3],
      },
    );
    const map = lightMap({ leds }, ball)!;
    const mW = (map.reduce((sum, e) => sum + e, 0) * ball.areaMm2Each) / 100;
    expect(Math.abs(mW - 240)).toBeLessThan(2.4);
  });
  it('turns with its part: a turntable changes nothing inside', () => {
    const at = (placement: Placement, angles: number) => {
      const made = expose({
        parts: [tall],
        placements: [placement],
        room: { tableRadiusMm: 100, heightMm: 200 },
        light: { leds: insideLeds([fitted(tall, [0, 0, 30], rod)], [tall], [placement]), angles },
      });
      if (!made.ok) throw new Error(made.refusal.message);
      return made.value.figures;
    };
    const middle = at(still, 1);
    const turning = at({ ...still, xMm: 50 }, 11);
    expect(turning.medianMWPerCm2 / middle.medianMWPerCm2).toBeCloseTo(1, 2);
    expect(turning.hotMWPerCm2 / middle.hotMWPerCm2).toBeCloseTo(1, 2);
  });
  it('lights the inside of a cup that a lamp above leaves dim', () => {
    const lamp = [{ posMm: [150, 0, 20] as const, dir: [-1, 0, 0] as const, powerMW: 2000, m: 1 }];
    const samples = sampleSurface(tall, 4000);
    const parts = shadowTree(tall);
    const figures = (leds: Parameters<typeof lightMap>[0]['leds']) =>
      lightFigures(lightMap({ leds, parts, offsetMm: 0.01, angles: 11 }, samples)!)!;
    const without = figures(lamp);
    const inside = insideLeds([fitted(tall, [0, 0, 30], rod)], [tall], [still]);
    const withRod = figures([...lamp, ...inside]);
    expect(without.neverLitPct).toBeGreaterThan(20);
    expect(withRod.neverLitPct).toBeLessThan(without.neverLitPct / 3);
  });
});

describe('a part on a table', () => {
  it('tips over where its centre of mass passes the edge of its foot', () => {
    // atan(10 / 30), atan(10 / 20)
    expect(tipsAtDeg(box(20, 20, 60))).toBeCloseTo(18.43, 1);
    const pillar = revolved(
      [
        [0, 0],
        [10, 0],
        [10, 40],
        [0, 40],
      ],
      96,
    );
    expect(tipsAtDeg(pillar)).toBeCloseTo(26.55, 1);
    expect(tipsAtDeg(moved(pillar, [70, -20, 0.05]))).toBeCloseTo(26.55, 1);
  });
  it('falls at once from a point, and from a foot beside its weight', () => {
    const spike = revolved([
      [0, 0],
      [12, 30],
      [0, 30],
    ]);
    expect(tipsAtDeg(spike)).toBeLessThan(2);
    const tall = box(10, 10, 10);
    // a slab of 60 mm on a foot of 10 mm at one end
    const slab = moved(box(60, 10, 5), [0, 0, 10]);
    expect(tipsAtDeg(Float32Array.from([...tall, ...slab]))).toBe(0);
  });
});
