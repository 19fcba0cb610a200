import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import type { PhotoColour } from '../colour/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { decideColourBefore, decideLook } from './index.ts';

const now = { atMs: 5000, by: 'Mara V.' };
const photo = (b: number, reference?: number): PhotoColour => ({
  photoSha256: 'a'.repeat(64),
  part: { l: 86, a: -1, b },
  noiseDb: 0.1,
  ...(reference === undefined ? {} : { reference: { l: 86, a: -1, b: reference } }),
});
const beforeLook = (batch: BatchState) => play(batch, (b) => currentStep(b)?.kind === 'look-cured').batch;
const look = (batch: BatchState, colour: PhotoColour) =>
  decideLook(batch, currentStep(batch)!.id, { outcome: 'good', note: 'clear', colour }, testBench, now);

describe('a remedy at a look', () => {
  it('sends tacky parts back to the bath before more light, when that is chosen', () => {
    const batch = { ...beforeLook(testBatch()), addS: 60, lastS: 5000 };
    const kinds = (remedy: 'wash' | 'light') => {
      const decided = decideLook(batch, currentStep(batch)!.id, { outcome: 'tacky', remedy }, testBench, now);
      if (!decided.ok) throw new Error(decided.refusal.message);
      const after = decided.value.reduce<BatchState>(applyEvent, batch);
      return after.steps.filter(({ state }) => state === 'waiting').map(({ kind }) => kind);
    };
    expect(kinds('light')).toEqual(['cure', 'look-cured', 'seal']);
    expect(kinds('wash')).toEqual(['wash', 'dry', 'look-matte', 'cure', 'look-cured', 'seal']);
  });
});

describe('colour at a look', () => {
  it('is taken against an unlit piece on the same photo, and stays with the look', () => {
    const batch = beforeLook(testBatch());
    const decided = look(batch, photo(8.13, 5));
    if (!decided.ok) throw new Error(decided.refusal.message);
    const after = decided.value.reduce<BatchState>(applyEvent, batch);
    const step = after.steps.find(({ kind }) => kind === 'look-cured')!;
    expect(step).toMatchObject({ note: 'clear', colour: { deltaDb: 3.1, against: 'an unlit piece' } });
    // 1.645 · √(0.1² + 0.4²) = 0.678
    expect(step.colour!.range90).toEqual([2.5, 3.8]);
  });
  it('or against the photo before the light, and refused when there is neither', () => {
    const kept = decideColourBefore(testBatch(), photo(5), now);
    if (!kept.ok) throw new Error(kept.refusal.message);
    const with5 = kept.value.reduce<BatchState>(applyEvent, testBatch());
    const decided = look(beforeLook(with5), photo(7));
    expect(decided.ok && decided.value[0]).toMatchObject({ colour: { deltaDb: 2, against: 'the photo before' } });
    const bare = look(beforeLook(testBatch()), photo(7));
    expect(bare.ok ? 'ok' : [bare.refusal.code, bare.refusal.field]).toEqual(['NOTHING_TO_COMPARE', 'colour']);
  });
  it('a photo after the first light is none from before', () => {
    const late = decideColourBefore(beforeLook(testBatch()), photo(5), now);
    expect(late.ok ? 'ok' : late.refusal.code).toBe('ALREADY_LIT');
  });
});
