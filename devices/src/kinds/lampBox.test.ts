import { makeRandom } from '@north-step/core/maths';
import { describe, expect, it } from 'vitest';
import type { TrueLamp } from '../workshop.ts';
import { coldLampBox, laterLampBox, lightOfBox, pressedLampBox } from './lampBox.ts';
import { meterShows } from './uvMeter.ts';

const lamp: TrueLamp = { mWPerCm2: 9, byPlace: { up: 5, out: 9 }, heatsK: 9, roomC: 21, timerStepS: 120 };
const lit = (seconds: number, over: Partial<TrueLamp> = {}) =>
  pressedLampBox(coldLampBox(0, 21), 'start', seconds, { ...lamp, ...over });

describe('a simulated lamp box', () => {
  it('counts in its timer’s own steps and goes out by itself', () => {
    expect(lit(250).leftS).toBe(240);
    expect(lit(30).leftS).toBe(120);
    const later = laterLampBox(lit(240), 100, lamp);
    expect([later.leftS, later.lit]).toEqual([140, true]);
    expect(laterLampBox(later, 300, lamp)).toMatchObject({ leftS: 0, lit: false });
  });
  it('waits while its door is open and goes on when it is closed', () => {
    const open = pressedLampBox(laterLampBox(lit(240), 60, lamp), 'open door', undefined, lamp);
    const waited = laterLampBox(open, 500, lamp);
    expect([waited.lit, waited.leftS]).toEqual([false, 180]);
    expect(lightOfBox(waited, lamp, makeRandom(1))).toBe(0);
    expect(pressedLampBox(waited, 'close door', undefined, lamp).lit).toBe(true);
    expect(pressedLampBox(open, 'stop', undefined, lamp).leftS).toBe(0);
  });
  it('warms as a body of five minutes does, and cools again', () => {
    // 9 K · (1 − e^(−240/300)) = 4.96 K
    expect(laterLampBox(lit(240), 240, lamp).chamberC - 21).toBeCloseTo(4.96, 2);
    expect(laterLampBox(lit(240), 3000, lamp).chamberC).toBeCloseTo(21, 1);
  });
  it('cuts out where a small lamp does, its timer still showing the rest', () => {
    const small = { ...lamp, cutOutS: 90, timerStepS: 30 };
    const out = laterLampBox(lit(240, small), 200, small);
    expect([out.lit, out.leftS]).toEqual([false, 150]);
  });
  it('dies or weakens without its timer knowing, until it is mended', () => {
    const noise = makeRandom(5);
    const later = (button: 'die' | 'weaken' | 'mend') =>
      laterLampBox(pressedLampBox(lit(600), button, undefined, lamp), 120, lamp);
    expect(later('die')).toMatchObject({ lit: true, leftS: 480 });
    expect(lightOfBox(later('die'), lamp, noise)).toBe(0);
    expect(lightOfBox(later('weaken'), lamp, noise) / lightOfBox(later('mend'), lamp, noise)).toBeCloseTo(0.65, 1);
  });
  it('is dimmer when warm, and a meter is right to a few percent', () => {
    const warm = laterLampBox(lit(600), 300, lamp);
    const noise = makeRandom(3);
    const mean = Array.from({ length: 50 }, () => lightOfBox(warm, lamp, noise)).reduce((a, b) => a + b) / 50;
    expect(mean / 9).toBeCloseTo(0.96, 2);
    for (let n = 0; n < 20; n++) expect(Math.abs(meterShows(lamp, 'out', noise) / 9 - 1)).toBeLessThan(0.08);
    expect(meterShows(lamp, 'lid', noise)).toBe(0);
  });
});
