import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep } from '../batch/index.ts';
import { decideStart } from '../decide/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { nextActions } from './index.ts';

const stations = {
  'wash-1': { name: 'Wash 1', capacity: 1 },
  'wash-2': { name: 'Wash 2', capacity: 1 },
  'lamp-box': { name: 'Lamp box', capacity: 1 },
  'drip-rack': { name: 'Drip rack', capacity: 4 },
};
const upTo = (id: string, name: string, kind: string, nth = 0): BatchState =>
  play(
    { ...testBatch(), id, name },
    (b) => currentStep(b)!.kind === kind && b.steps.filter((s) => s.kind === kind && s.state === 'done').length === nth,
  ).batch;
const begun = (batch: BatchState, atMs: number): BatchState => {
  const result = decideStart(batch, currentStep(batch)!.id, testBench, {}, { atMs, by: 'x' });
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.reduce<BatchState>(applyEvent, batch);
};
const first = (batches: BatchState[], nowMs: number) => nextActions({ batches, nowMs, stations })[0]!;

describe('the next right step', () => {
  const start = 10_000_000;
  const washing = begun(upTo('w', 'Tern 14', 'wash'), start);
  const washEndMs = start + currentStep(washing)!.plannedS! * 1000;
  const looking = upTo('l', 'Skua 3', 'look-matte');

  it('puts a pull-out that is due before a look', () => {
    expect(first([looking, washing], washEndMs - 30_000)).toMatchObject({
      batchId: 'w',
      verb: 'finish',
      say: 'Lift Tern 14 out of Wash 1',
    });
  });
  it('lets a look come first while the wash has minutes to go', () => {
    const long = { ...washing, steps: washing.steps.map((s) => (s.state === 'running' ? { ...s, plannedS: 300 } : s)) };
    expect(first([looking, long], start + 1000)).toMatchObject({ batchId: 'l', verb: 'look' });
  });
  it('puts the most overdue pull-out first', () => {
    const other = {
      ...washing,
      id: 'o',
      name: 'Knot 2',
      steps: washing.steps.map((s) =>
        s.state === 'running' ? { ...s, station: 'wash-2', startedAtMs: s.startedAtMs! - 60_000 } : s,
      ),
    };
    expect(first([washing, other], washEndMs + 5000).batchId).toBe('o');
  });
  it('begins with the earlier due date', () => {
    const early = { ...testBatch(), id: 'e', dueAtMs: 5 };
    const late = { ...testBatch(), id: 'z', dueAtMs: 9 };
    expect(first([late, early], 0).batchId).toBe('e');
  });
  it('says who is in the way, and puts that last', () => {
    const waiting = upTo('x', 'Knot 2', 'wash');
    const actions = nextActions({ batches: [waiting, washing], nowMs: start + 1000, stations });
    expect(actions.at(-1)).toMatchObject({ batchId: 'x', waitsFor: 'Wash 1 holds Tern 14.' });
  });
  it('tells solvent used and hand discipline', () => {
    const action = first([washing], washEndMs);
    expect(action.reason).toMatch(/of its 15:00 solvent allowance is used/);
    expect(action.hands).toMatch(/[Gg]love/);
  });
});
