import { describe, expect, it } from 'vitest';
import { type BatchState, currentStep, type Step } from '../batch/index.ts';
import { MATTE_LOOKS } from '../look/index.ts';
import { play, testBatch } from '../testing/index.ts';
import { type Action, nextActions, offersOf } from './index.ts';

const NOW_MS = 1_800_000_000_000;
const stations = Object.fromEntries(
  ['drip-rack', 'wash-1', 'wash-2', 'dry-rack', 'trim-mat', 'lamp-box'].map((id) => [id, { name: id, capacity: 2 }]),
);
/** A batch before a step of a kind, or so long into it. */
function at(kind: Step['kind'], ranS?: number, over: Partial<BatchState> = {}): BatchState {
  const start = { ...testBatch(), createdAtMs: 0 };
  const { batch } = play(start, (b) => currentStep(b)!.kind === kind, NOW_MS - 7_200_000);
  const id = currentStep(batch)!.id;
  const running = { state: 'running', startedAtMs: NOW_MS - (ranS ?? 0) * 1000, by: 'Mara V.' } as const;
  const steps = batch.steps.map((step) => (step.id === id && ranS !== undefined ? { ...step, ...running } : step));
  return { ...batch, ...over, steps };
}
const offers = (batch: BatchState, over: Partial<Action> = {}) => {
  const [action] = nextActions({ batches: [batch], nowMs: NOW_MS, stations });
  const { shown, also } = offersOf({ ...action!, ...over }, batch, action!.verb === 'look' ? MATTE_LOOKS : []);
  const words = ({ press, outcome, main }: (typeof shown)[number]) =>
    `${main ? '*' : ''}${press}${outcome ? ` ${outcome}` : ''}`;
  return { shown: shown.map(words), also: also.map(words) };
};

describe('what can be pressed', () => {
  it('is a start before a step, and more time once it runs on a timer', () => {
    expect(offers(at('wash')).shown).toEqual(['*start', 'flag']);
    const running = offers(at('wash', 60));
    expect(running.shown).toEqual(['*done', 'add time', 'flag']);
    expect(running.also).toContain('take time off');
  });
  it('is an answer at a look: two on the band, three by one key, the others are confirmed', () => {
    const { shown, also } = offers(at('look-matte'));
    expect(shown).toEqual(['*seen matte', 'seen shine', 'look']);
    expect(also.slice(0, 4)).toEqual(['seen matte', 'seen shine', 'seen tack', 'look white marks']);
  });
  it('mends before it ends', () => {
    expect(offers(at('wash', 60), { fix: { addS: 40 } }).shown).toEqual(['*mend', 'done', 'flag']);
  });
  it.each([
    ['held', ['*release', 'flag'], {}],
    ['light', ['*plan light', 'flag'], {}],
    ['flag', ['*answer flag', 'flag'], { flag: 'resin looks thick', flagStops: true }],
  ] as const)('leads on where a batch is stopped: %s', (blocked, shown, over) => {
    expect(offers(at('wash', undefined, over), { blocked }).shown).toEqual(shown);
  });
  it('a blocked look is not answered by a letter', () => {
    expect(offers(at('look-matte'), { blocked: 'held' }).also).not.toContain('seen matte');
  });
  it('a flag that is up is lowered, or answered where it stops', () => {
    expect(offers(at('wash', undefined, { flag: 'scratched' })).shown).toEqual(['*start', 'lower flag']);
    const stopped = at('wash', undefined, { flag: 'scratched', flagStops: true });
    expect(offers(stopped, { blocked: undefined }).shown).toEqual(['*start', 'answer flag']);
  });
});
