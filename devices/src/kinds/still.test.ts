import { makeRandom } from '@north-step/core/maths';
import { describe, expect, it } from 'vitest';
import { caughtG, chargedStill, coldStill, condenserC, laterStill, pressedStill, stillSays } from './still.ts';
import { weatherShows } from './weatherMast.ts';

const CHARGE = { isopropanolG: 1748, waterG: 92, resinG: 160 };
const on = () => chargedStill(coldStill(0, 20), CHARGE, 400);

describe('a simulated still', () => {
  it('warms, boils as the model has it, and catches what comes over', () => {
    const warm = laterStill(on(), 600);
    expect(warm.potC).toBeGreaterThan(30);
    expect([caughtG(warm), stillSays(warm)]).toEqual([0, 'heating']);
    const boils = laterStill(on(), 50 * 60);
    expect(boils.potC).toBeGreaterThan(80);
    expect(caughtG(boils)).toBeGreaterThan(500);
    expect(condenserC(boils)).toBe(20);
  });
  it('runs past every stop when nobody turns it off, and cuts out of its own at last', () => {
    const late = laterStill(on(), 130 * 60);
    expect(late.potC).toBeGreaterThan(95);
    const burnt = laterStill(on(), 200 * 60);
    expect(burnt.heating).toBe(false);
  });
  it('cools once the heat is off', () => {
    const off = pressedStill(laterStill(on(), 50 * 60), 'heat off');
    const later = laterStill(off, 80 * 60);
    expect(later.potC).toBeLessThan(40);
    expect([stillSays(off), stillSays(later)]).toEqual(['heat off, cooling', 'cold']);
  });
  it.each([
    ['stop water', 'condenser has no water'],
    ['cut power', 'no power'],
  ] as const)('%s: it says so, until it is mended', (fault, says) => {
    const faulty = pressedStill(laterStill(on(), 50 * 60), fault);
    expect(stillSays(faulty)).toBe(says);
    expect(stillSays(pressedStill(faulty, 'mend'))).not.toBe(says);
  });
  it('catches half without water, and its condenser is warm', () => {
    const dry = pressedStill(laterStill(on(), 50 * 60), 'stop water');
    expect(caughtG(dry)).toBeCloseTo(caughtG(laterStill(on(), 50 * 60)) / 2, 6);
    expect(condenserC(dry)).toBeGreaterThan(40);
  });
  it('lets time pass for practice', () => {
    const passed = pressedStill(on(), 'time passes', 50);
    expect(passed.potC).toBeCloseTo(laterStill(on(), 50 * 60).potC, 6);
    expect(passed.atS).toBe(0);
  });
});

describe('a weather mast', () => {
  it('shows the day that it is given', () => {
    const noise = makeRandom(3);
    expect(weatherShows('frost', noise).tempC).toBeLessThan(0);
    expect(weatherShows('rain', noise).rainMmPerDay).toBe(14);
  });
});
