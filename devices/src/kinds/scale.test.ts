import { makeRandom } from '@north-step/core/maths';
import { describe, expect, it } from 'vitest';
import { emptyScale, placed, shown, tared } from './scale.ts';

describe('the simulated bench scale', () => {
  const noise = makeRandom(4);
  it('settles within seconds, then says so; the tare is taken off', () => {
    let state = placed(emptyScale(0), 62.37, 0);
    const early = shown(state, 0.3, noise);
    expect(early.stable).toBe(false);
    expect(early.grams).toBeLessThan(50);
    for (let s = 0.5; s < 8; s += 0.25) state = shown(state, s, noise).state;
    const calm = shown(state, 8, noise);
    expect(calm.stable).toBe(true);
    expect(Math.abs(calm.grams - 62.37)).toBeLessThan(0.03);
    state = placed(tared(calm.state, 8), 62.37 + 80.61, 8);
    for (let s = 8.25; s < 16; s += 0.25) state = shown(state, s, noise).state;
    expect(Math.abs(shown(state, 16, noise).grams - 80.61)).toBeLessThan(0.03);
  });
  it('shows steps of 0.01 g and no more than it can carry', () => {
    const { grams } = shown(placed(emptyScale(0), 9000, 0), 60, noise);
    expect(Math.abs(grams - 6000)).toBeLessThan(0.1);
    expect(Number.isInteger(Math.round(grams * 100 * 1e6) / 1e6)).toBe(true);
  });
});
