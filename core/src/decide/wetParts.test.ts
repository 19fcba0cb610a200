import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import { play, testBatch, testBench, testCard, withBath } from '../testing/index.ts';
import { decideStart } from './index.ts';

const now = (atMs: number) => ({ atMs, by: 'Mara V.' });
const take = (batch: BatchState, decided: ReturnType<typeof decideStart>): BatchState => {
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const atWash =
  (nth: number) =>
  (batch: BatchState): boolean =>
    currentStep(batch)?.kind === 'wash' &&
    batch.steps.filter(({ kind, state }) => kind === 'wash' && state === 'done').length === nth;

describe('a bath that cannot make parts clean in the time that is left', () => {
  const loaded = withBath('wash-2', { loadPctW: 3.6 });
  it('is refused to dry parts, with a way on', () => {
    const { batch, atMs } = play(testBatch({ card: { ...testCard, exposureCapS: 120 } }), atWash(0));
    const refused = decideStart(batch, currentStep(batch)!.id, testBench, {}, now(atMs));
    expect(refused).toMatchObject({
      ok: false,
      refusal: { code: 'EXPOSURE_CAP', remedy: expect.stringMatching(/rip/) },
    });
  });
  it('takes wet ones for as long as they may stay, and says so on a flag: they do not wait wet', () => {
    const { batch, atMs } = play(testBatch({ card: { ...testCard, exposureCapS: 330 } }), atWash(1));
    const step = currentStep(batch)!;
    const after = take(batch, decideStart(batch, step.id, loaded, {}, now(atMs)));
    const started = currentStep(after)!;
    expect(started.state).toBe('running');
    expect(started.plannedS).toBeLessThanOrEqual(330 - 60);
    expect(after.flag).toMatch(/No times clean the recesses .* It is washed for as long as it may\.$/);
    expect(Number(started.knew!.plannedResidueUm)).toBeGreaterThan(testCard.residueTolUm);
  });
});
