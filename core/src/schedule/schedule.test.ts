import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, type Step, workedOn } from '../batch/index.ts';
import { decideStart } from '../decide/index.ts';
import { newBatch } from '../plan/index.ts';
import { play, testBatch, testBench, testCard, testPart } from '../testing/index.ts';
import { lateS, lateText, peopleAt, projectBench } from './index.ts';

const HOUR_MS = 3_600_000;
const capacity = { 'wash-1': 1, 'wash-2': 1, 'lamp-box': 1, 'drip-rack': 4, 'dry-rack': 6 };
const layout = (...people: string[]) => ({ capacity, people });
const hung = (id: string, over: Partial<BatchState> = {}): BatchState => ({ ...testBatch(), id, name: id, ...over });
const plan = (batches: readonly BatchState[], nowMs = 0, people = ['Mara']) =>
  projectBench(batches, nowMs, layout(...people));

describe('the plan of the bench', () => {
  const batches = ['a', 'b', 'c'].map((id) => hung(id));
  it('never puts two batches in one bath, nor two tasks in one pair of hands, at once', () => {
    const { bars, endMs } = plan(batches);
    for (const row of ['wash-1', 'wash-2', 'lamp-box', 'Mara']) {
      const own = bars.filter((bar) => bar.row === row).sort((x, y) => x.startS - y.startS);
      expect(own.length).toBeGreaterThan(0);
      own.slice(1).forEach((bar, i) => expect(bar.startS).toBeGreaterThanOrEqual(own[i]!.endS - 1e-6));
    }
    expect(Object.keys(endMs).sort()).toEqual(['a', 'b', 'c']);
  });
  it('shares the work between those who are here, and gives none of it twice', () => {
    const [one, two] = [plan(batches), plan(batches, 0, ['Mara', 'Osei'])];
    const handwork = ({ bars }: typeof one) =>
      bars
        .filter(({ row }) => row === 'Mara' || row === 'Osei')
        .map(({ batchId, stepTitle }) => `${batchId} ${stepTitle}`)
        .sort();
    expect(handwork(two)).toEqual(handwork(one));
    expect(new Set(two.bars.map(({ row }) => row))).toContain('Osei');
    expect(Math.max(...Object.values(two.endMs))).toBeLessThanOrEqual(Math.max(...Object.values(one.endMs)));
  });
  it('does not plan what is held, stopped by a flag, or has no window', () => {
    const closed = { why: 'x', opens: 'y' };
    const { bars, endMs } = plan([
      hung('h', { held: 'wait' }),
      hung('f', { flag: 'ask', flagStops: true }),
      hung('w', { lightClosed: closed }),
      hung('ok', { flag: 'a scratch' }),
    ]);
    expect(Object.keys(endMs)).toEqual(['ok']);
    expect(bars.filter(({ batchId }) => batchId === 'h' || batchId === 'f')).toEqual([]);
    // without a window it is worked up to the lamp, not into it
    expect(bars.filter(({ batchId, kind }) => batchId === 'w' && kind === 'cure')).toEqual([]);
    expect(bars.some(({ batchId, kind }) => batchId === 'w' && kind === 'wash')).toBe(true);
  });
  it('counts the looks that a low first run is expected to ask for', () => {
    // tack-free at 480 s, first run 240 s, increments of 120 s: two more runs and looks
    const steps = testBatch().steps.map((step): Step => (step.kind === 'cure' ? { ...step, plannedS: 240 } : step));
    const [low, once] = [
      plan([hung('a', { steps, handleS: 480, addS: 120, lastS: 2000 })]),
      plan([hung('a', { steps, handleS: 240, addS: 120, lastS: 2000 })]),
    ];
    expect((low.endMs.a! - once.endMs.a!) / 1000).toBe(2 * (120 + 30 + 45));
    // never past the end of the window
    const short = plan([hung('a', { steps, handleS: 480, addS: 120, lastS: 360 })]);
    expect((short.endMs.a! - once.endMs.a!) / 1000).toBe(120 + 30 + 45);
  });
  it('its end stands while nothing happens, and moves at most every five minutes', () => {
    const started = decideStart(batches[0]!, 's1', testBench, {}, { atMs: HOUR_MS, by: 'Mara' });
    const open = [
      started.ok ? started.value.reduce<BatchState>(applyEvent, batches[0]!) : batches[0]!,
      ...batches.slice(1),
    ];
    const ends = [0, 20, 140, 290, 310, 590].map((s) =>
      Math.max(...Object.values(plan(open, HOUR_MS + 1000 * s).endMs)),
    );
    expect(new Set(ends.slice(0, 4)).size).toBe(1);
    expect(ends[4]! - ends[0]!).toBeLessThanOrEqual(300_000);
    expect(ends[5]).toBe(ends[4]);
  });
  it('keeps an overdue step in sight', () => {
    const started = decideStart(batches[0]!, 's1', testBench, {}, { atMs: HOUR_MS, by: 'Mara' });
    const open = started.ok ? started.value.reduce<BatchState>(applyEvent, batches[0]!) : batches[0]!;
    const { bars } = plan([open], HOUR_MS + 700_000);
    expect(bars.find(({ overdue }) => overdue)).toMatchObject({ row: 'drip-rack', batchId: 'a' });
    expect(bars.find(({ overdue }) => overdue)!.endS).toBeGreaterThanOrEqual(0);
  });
  it('knows how long each takes to trim', () => {
    const of = (trimFactor: number) =>
      projectBench([hung('a')], 0, { ...layout('Mara'), trimFactor: { Mara: trimFactor } });
    const trim = ({ bars }: ReturnType<typeof of>) => bars.find(({ kind }) => kind === 'trim')!;
    const length = (plan: ReturnType<typeof of>) => trim(plan).endS - trim(plan).startS;
    expect(length(of(0.5)) / length(of(1))).toBeCloseTo(0.5, 9);
  });
  it('puts the urgent first, then the earlier due', () => {
    const first = (batches: BatchState[]) =>
      plan(batches)
        .bars.filter(({ row }) => row === 'Mara')
        .sort((a, b) => a.startS - b.startS)[0]!.batchId;
    expect(first([hung('a'), hung('b', { priority: 'rush' })])).toBe('b');
    expect(first([hung('a', { dueAtMs: 9 * HOUR_MS }), hung('b', { dueAtMs: 2 * HOUR_MS })])).toBe('b');
  });
  it('of a batch before it is hung is the same as of the one that hangs', () => {
    const request = { card: testCard, part: testPart, count: 2, dripS: 300, plateAreaMm2: 5000, bench: testBench };
    const draft = newBatch(request, { id: 'd', name: 'this', lot: '', createdAtMs: 0 });
    const real = newBatch(request, { id: 'r', name: 'Tern 1', lot: 'L1', createdAtMs: 0 });
    expect(plan([...batches, draft]).endMs.d).toBe(plan([...batches, real]).endMs.r);
  });
});

describe('who is here', () => {
  it('is told by what was done lately, the same on every screen', () => {
    const worked = play(testBatch(), (b) => currentStep(b)?.kind === 'trim', HOUR_MS).batch;
    expect(peopleAt(workedOn(worked), 2 * HOUR_MS)).toEqual(['Mara V.']);
    expect(peopleAt(workedOn(worked), 20 * HOUR_MS)).toEqual([]);
  });
});

describe('late', () => {
  const projection = { endMs: { a: 2 * HOUR_MS } };
  it('is the planned end against the due time, in words', () => {
    expect(lateS({ id: 'a', dueAtMs: 1.5 * HOUR_MS }, projection, 0)).toBe(1800);
    expect(lateS({ id: 'a', dueAtMs: 3 * HOUR_MS }, projection, 0)).toBeUndefined();
    expect(lateS({ id: 'a' }, projection, 0)).toBeUndefined();
    expect(lateS({ id: 'a', dueAtMs: HOUR_MS, recordHash: 'ab' }, projection, 0)).toBeUndefined();
    // nobody plans on it: it is as late as it is now
    expect(lateS({ id: 'held', dueAtMs: HOUR_MS }, projection, 2 * HOUR_MS)).toBe(3600);
    expect([lateText(1800), lateText(12_000), lateText(90_000 * 2)]).toEqual([
      'late by 30 min',
      'late by 3 h 20',
      'late by 2 days',
    ]);
  });
});
