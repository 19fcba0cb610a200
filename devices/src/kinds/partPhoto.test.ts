import { colourShift, type Lab, readColour } from '@north-step/core/colour';
import { describe, expect, it } from 'vitest';
import { PART_PHOTO, renderPartPhoto } from './partPhoto.ts';

const unlit: Lab = { l: 86, a: -1, b: 5 };
const marksOn = (width: number, height: number) => {
  const at = ([u, v]: readonly [number, number]) => [u * width, v * height] as const;
  return { white: at(PART_PHOTO.white), part: at(PART_PHOTO.part), reference: at(PART_PHOTO.reference) };
};
const photo = (db: number, over: { seed?: number; cast?: readonly [number, number, number] } = {}) =>
  readColour(
    renderPartPhoto({ part: { ...unlit, b: unlit.b + db }, unlit, seed: 3, width: 320, height: 240, ...over }),
    marksOn(320, 240),
  );
const read = (...args: Parameters<typeof photo>) => {
  const done = photo(...args);
  if (!done.ok) throw new Error(done.refusal.message);
  return done.value;
};

describe('colour by photo', () => {
  it('finds how much yellower a part is than an unlit piece beside it, whatever the light over the bench', () => {
    for (const cast of [
      [1, 1, 1],
      [1.2, 1, 0.7],
      [0.8, 1, 1.15],
    ] as const)
      for (const db of [0, 2, 4, 8]) {
        const { part, reference, noiseDb } = read(db, { cast, seed: 10 + db });
        const shift = colourShift({ lab: part, noiseDb }, { lab: reference!, noiseDb: 0 }, true);
        expect(shift.deltaDb).toBeCloseTo(db, 0);
        expect(shift.range90[0]).toBeLessThan(db);
        expect(shift.range90[1]).toBeGreaterThan(db);
      }
  });
  it('one photo before and one after say the same, less surely', () => {
    const before = read(0, { seed: 1, cast: [1.2, 1, 0.7] });
    const after = read(4, { seed: 2, cast: [1, 1, 0.95] });
    const shift = colourShift({ lab: after.part, ...after }, { lab: before.part, ...before }, false);
    expect(shift.deltaDb).toBeCloseTo(4, 0);
    // 1.645 · 0.8 and a little noise
    expect(shift.range90[1] - shift.deltaDb).toBeGreaterThan(1.3);
    expect(shift.range90[1] - shift.deltaDb).toBeLessThan(1.6);
  });
  it('white paper comes out neutral: L* of 88 % is 95.2', () => {
    const pixels = renderPartPhoto({ part: unlit, unlit, seed: 5, width: 320, height: 240 });
    const marks = marksOn(320, 240);
    const paper = readColour(pixels, { white: marks.white, part: [290, 30] });
    if (!paper.ok) throw new Error(paper.refusal.message);
    // L* = 116 · 0.88^(1/3) − 16 = 95.16
    expect(paper.value.part.l).toBeCloseTo(95.2, 0);
    expect(Math.abs(paper.value.part.b)).toBeLessThan(0.5);
  });
  it.each([
    ['a mark outside', { part: [900, 40] as const }, 'OUTSIDE', 'part'],
    ['black taken for white', {}, 'TOO_DARK', 'white'],
  ])('refuses %s', (_, over, code, field) => {
    const pixels = renderPartPhoto({ part: unlit, unlit, seed: 5, width: 320, height: 240 });
    if (code === 'TOO_DARK') pixels.data.fill(0);
    const done = readColour(pixels, { ...marksOn(320, 240), ...over });
    expect(done.ok ? 'read' : [done.refusal.code, done.refusal.field]).toEqual([code, field]);
  });
  it('refuses a burnt-out white', () => {
    const pixels = renderPartPhoto({ part: unlit, unlit, seed: 5, width: 320, height: 240, cast: [3, 3, 3] });
    const done = readColour(pixels, marksOn(320, 240));
    expect(done.ok ? 'read' : done.refusal.code).toBe('TOO_BRIGHT');
  });
});
