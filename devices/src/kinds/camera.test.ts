import { PATCH_NAMES, readPhoto } from '@north-step/core/clarity';
import { interpretReading } from '@north-step/core/reading';
import { describe, expect, it } from 'vitest';
import { renderPhoto } from './camera.ts';

const TRUE_DIMMING = 0.004;
/** no bath dims exactly as expected: up to 7 % more or less */
const dimmingOf = (i: number) => TRUE_DIMMING * (0.93 + (0.14 * ((i * 7) % 20)) / 19);
const read = (scene: Parameters<typeof renderPhoto>[0]) => readPhoto(renderPhoto(scene));

describe('clarity by photo', () => {
  it('recovers the load within its own stated range on 20 photos with noise, tilt and uneven light', () => {
    const outcomes = Array.from({ length: 20 }, (_, i) => {
      const loadPctW = 0.5 + i * 0.5;
      const pathMm = i % 2 === 0 ? 30 : 45;
      const photo = read({ loadPctW, pathMm, clarityPerPctMm: dimmingOf(i), seed: 100 + i, width: 480, height: 360 });
      if (!photo.ok) throw new Error(`photo ${i}: ${photo.refusal.message}`);
      const reading = interpretReading({ kind: 'clarity', pathMm, ...photo.value });
      if (!reading.ok) throw new Error(reading.refusal.message);
      const [low, high] = reading.value.range90;
      return { loadPctW, low, high, off: reading.value.loadPctW - loadPctW };
    });
    expect(outcomes.filter((o) => o.loadPctW < o.low || o.loadPctW > o.high)).toEqual([]);
    const rms = Math.sqrt(outcomes.reduce((sum, o) => sum + o.off ** 2, 0) / outcomes.length);
    expect(rms).toBeLessThan(0.5);
  }, 30_000);
  it('reads the same patches when the user marks them', () => {
    const pixels = renderPhoto({ loadPctW: 5, pathMm: 30, clarityPerPctMm: TRUE_DIMMING, seed: 7 });
    const found = readPhoto(pixels);
    if (!found.ok) throw new Error(found.refusal.message);
    const marked = readPhoto(pixels, found.value.patches);
    if (!marked.ok) throw new Error(marked.refusal.message);
    expect(marked.value.found).toBe('by marks');
    const contrast = (r: typeof found.value) => (r.whiteSeen - r.blackSeen) / (r.whiteRef - r.blackRef);
    // uneven light is not evened out by four marks alone
    expect(contrast(marked.value) / contrast(found.value)).toBeCloseTo(1, 0);
    expect(PATCH_NAMES.every((name) => marked.value.patches[name] === found.value.patches[name])).toBe(true);
  });
  it.each([
    ['too dark', { light: 0.02 }, 'TOO_DARK'],
    ['burnt out', { light: 3 }, 'TOO_BRIGHT'],
    ['too small', { width: 100, height: 75 }, 'TOO_SMALL'],
  ])('refuses a photo that is %s', (_, over, code) => {
    const photo = read({ loadPctW: 3, pathMm: 30, clarityPerPctMm: TRUE_DIMMING, seed: 3, ...over });
    expect(photo.ok ? 'read' : photo.refusal.code).toBe(code);
  });
  it('refuses a picture without the card', () => {
    const data = new Uint8ClampedArray(400 * 300 * 4).fill(140);
    const photo = readPhoto({ width: 400, height: 300, data });
    expect(photo.ok ? 'read' : photo.refusal.code).toBe('CARD_NOT_FOUND');
  });
});
