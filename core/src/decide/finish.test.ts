import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchEvent, type BatchState, currentStep, exposureS } from '../batch/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { decideFinish, decideLifted, decideMishap, decideStart, decideStay } from './index.ts';

const BEGAN_MS = 10_000_000;
const at = (seconds: number) => ({ atMs: BEGAN_MS + seconds * 1000, by: 'Mara V.' });
type Decided = ReturnType<typeof decideFinish>;
const take = (batch: BatchState, decided: Decided): BatchState => {
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const washing = (): BatchState => {
  const { batch } = play(testBatch(), (b) => currentStep(b)?.kind === 'wash');
  return take(batch, decideStart(batch, currentStep(batch)!.id, testBench, {}, at(0)));
};
const code = (decided: Decided) => (decided.ok ? 'ok' : decided.refusal.code);
// its card allows 900 s
describe('past the limit of solvent', () => {
  const batch = washing();
  const { id } = currentStep(batch)!;
  it('lifted earlier than somebody pressed: the step ended then, and how late it was seen stays with it', () => {
    const after = take(batch, decideLifted(batch, id, at(100).atMs, testBench, at(900)));
    const step = after.steps.find((one) => one.id === id)!;
    expect((step.endedAtMs! - step.startedAtMs!) / 1000).toBe(100);
    expect(step.knew).toMatchObject({ noticedLateS: 800 });
    expect(exposureS(after, at(900).atMs)).toBe(100);
    expect([after.flag, after.held]).toEqual([undefined, undefined]);
  });
  it.each([
    ['before it went in', -5],
    ['in the future', 901],
  ])('cannot have been lifted %s', (_, seconds) => {
    expect(code(decideLifted(batch, id, at(seconds).atMs, testBench, at(900)))).toBe('LIFTED_WHEN');
  });
  it('cannot have been lifted before what is told of its machine had passed', () => {
    const still = take(batch, decideMishap(batch, { what: 'power lost', offS: 200 }, testBench, at(400)));
    expect(code(decideLifted(still, id, at(199).atMs, testBench, at(900)))).toBe('LIFTED_WHEN');
    expect(code(decideLifted(still, id, at(200).atMs, testBench, at(900)))).toBe('ok');
  });
  it('left in on purpose: why and by whom stays, the clock goes on', () => {
    const after = take(batch, decideStay(batch, id, 'hands are full', at(920)));
    expect(currentStep(after)!.stays).toEqual([{ ...at(920), because: 'hands are full' }]);
    expect(exposureS(after, at(980).atMs)).toBe(980);
    const done = take(after, decideFinish(after, id, testBench, at(980)));
    expect(code(decideStay(done, id, 'x', at(981)))).toBe('NOT_IN_SOLVENT');
  });
  it('a validated procedure may not be left in', () => {
    const procedure = { wash1S: 60, wash2S: 60, dryS: 600, cureS: 600, reference: 'sheet 4' };
    const strict = { ...batch, card: { ...batch.card, procedure } };
    expect(code(decideStay(strict, id, 'x', at(920)))).toBe('PROCEDURE_ONLY');
  });
  it('a little over is flagged; twice over is held for a look, and says what to expect', () => {
    const little = take(batch, decideFinish(batch, id, testBench, at(920)));
    expect([little.flag !== undefined, little.held]).toEqual([true, undefined]);
    const far = take(batch, decideFinish(batch, id, testBench, at(50_000)));
    expect(far.held).toMatch(/^Quarantine: 13:53:20 in solvent, at most 15:00\. Expect swelling/);
    // the last wash plans the rest: as long again as it soaked
    const events = (decideFinish(batch, id, testBench, at(50_000)) as { value: BatchEvent[] }).value;
    expect(events.map(({ type }) => type)).toEqual(['finished', 'flagged', 'held']);
  });
});
