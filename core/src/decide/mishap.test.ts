import { describe, expect, it } from 'vitest';
import { applyEvent, type BatchState, currentStep, lightS, type Mishap, ranS, wantedS } from '../batch/index.ts';
import type { StepKind } from '../route/index.ts';
import { play, testBatch, testBench, testCard } from '../testing/index.ts';
import { decideFinish, decideLeaveOut, decideMishap, decideStart } from './index.ts';

const BEGAN_MS = 50_000_000;
const at = (seconds: number) => ({ atMs: BEGAN_MS + seconds * 1000, by: 'Mara V.' });
type Decided = ReturnType<typeof decideFinish>;
const take = (batch: BatchState, decided: Decided): BatchState => {
  if (!decided.ok) throw new Error(decided.refusal.message);
  return decided.value.reduce<BatchState>(applyEvent, batch);
};
const before = (kind: StepKind, over: Partial<BatchState> = {}) =>
  play(testBatch(over), (b) => currentStep(b)?.kind === kind).batch;
const during = (kind: StepKind, over: Partial<BatchState> = {}) => {
  const batch = before(kind, over);
  return take(batch, decideStart(batch, currentStep(batch)!.id, testBench, {}, at(0)));
};
const happen = (batch: BatchState, what: Mishap['what'], seconds: number, offS?: number) =>
  decideMishap(batch, { what, offS }, testBench, at(seconds));
const ahead = ({ steps }: BatchState) =>
  steps.filter(({ state }) => state !== 'done').map(({ kind, type }) => (kind === 'do' ? type : kind));

describe('power lost', () => {
  it('in the lamp: the missing light is added, and light counts only what burned', () => {
    const batch = during('cure');
    const plannedS = currentStep(batch)!.plannedS!;
    const after = take(batch, happen(batch, 'power lost', 200, 90));
    const step = currentStep(after)!;
    expect([step.plannedS, wantedS(step)]).toEqual([plannedS, plannedS + 90]);
    expect(step.mishaps).toEqual([{ ...at(200), what: 'power lost', offS: 90, note: undefined }]);
    expect(ranS(step, at(200).atMs)).toBe(110);
    const done = take(after, decideFinish(after, step.id, testBench, at(plannedS + 90)));
    expect(lightS(done)).toBe(plannedS);
  });
  it('in a bath: still liquid is added for, never past the limit in solvent', () => {
    const batch = during('wash');
    const plannedS = currentStep(batch)!.plannedS!;
    expect(wantedS(currentStep(take(batch, happen(batch, 'power lost', 30, 20)))!)).toBe(plannedS + 20);
    // its limit leaves ten seconds more
    const tight = { ...batch, card: { ...testCard, exposureCapS: plannedS + 10 } };
    expect(wantedS(currentStep(take(tight, happen(tight, 'power lost', 30, 20)))!)).toBe(plannedS + 10);
    const spent = { ...batch, card: { ...testCard, exposureCapS: plannedS } };
    expect(wantedS(currentStep(take(spent, happen(spent, 'power lost', 30, 20)))!)).toBe(plannedS);
  });
  it.each([
    ['longer than it ran', 'cure', 200, 201, 'OFF_TIME'],
    ['no time', 'cure', 200, undefined, 'OFF_TIME'],
    ['where nothing needs power', 'drip', 200, 60, 'NO_MACHINE'],
  ] as const)('%s is refused', (_, kind, seconds, offS, code) => {
    const decided = happen(during(kind), 'power lost', seconds, offS);
    expect(decided.ok ? 'ok' : decided.refusal.code).toBe(code);
  });
  it('is not asked of what has not begun', () => {
    const decided = happen(before('cure'), 'power lost', 0, 10);
    expect(decided.ok ? 'ok' : decided.refusal.code).toBe('NO_MACHINE');
  });
});

describe('knocked over', () => {
  it('in the lamp: flagged, turned over and lit once more after this run', () => {
    const batch = during('cure');
    const after = take(batch, happen(batch, 'knocked over', 60));
    expect(after.flag).toMatch(/count the pieces/);
    expect(ahead(after).slice(0, 3)).toEqual(['cure', 'turn-over', 'cure']);
    const added = after.steps.find(({ hint }) => hint.startsWith('It was knocked over'))!;
    expect(added.plannedS).toBeLessThanOrEqual(batch.addS);
  });
  it('in the lamp at the end of its window: no light is added', () => {
    const batch = during('cure', { lastS: 60 });
    expect(ahead(take(batch, happen(batch, 'knocked over', 60)))).toEqual(ahead(batch));
  });
  it('elsewhere: flagged, the route stays', () => {
    const batch = during('dry');
    const after = take(batch, happen(batch, 'knocked over', 60));
    expect([after.flag !== undefined, ahead(after)]).toEqual([true, ahead(batch)]);
  });
});

describe('fell', () => {
  it('after it was seen dry: seen again before it goes on', () => {
    const batch = before('trim');
    expect(ahead(take(batch, happen(batch, 'fell', 0)))[0]).toBe('look-matte');
  });
  it('while it is still wet: the look ahead is enough', () => {
    const batch = before('dry');
    expect(ahead(take(batch, happen(batch, 'fell', 0)))).toEqual(ahead(batch));
  });
});

describe('got wet', () => {
  it('before the light: bath, rest and look again, nothing more', () => {
    const batch = before('cure');
    const after = take(batch, happen(batch, 'got wet', 0));
    expect(ahead(after).slice(0, 4)).toEqual(['wash', 'dry', 'look-matte', 'cure']);
    expect(after.flag).toMatch(/washed again/);
  });
  it('after the light: one increment more, within the window', () => {
    const batch = before('seal');
    const after = take(batch, happen(batch, 'got wet', 0));
    expect(ahead(after)).toEqual(['wash', 'dry', 'look-matte', 'cure', 'look-cured', 'seal']);
    const light = after.steps.find(({ kind, state }) => kind === 'cure' && state === 'waiting')!;
    expect(lightS(after) + light.plannedS!).toBeLessThanOrEqual((batch.lastS ?? Infinity) + 1e-9);
  });
  it('by a validated procedure no light is added', () => {
    const batch = { ...before('seal'), card: { ...testCard, procedure: { reference: 'P 1' } as never } };
    expect(ahead(take(batch, happen(batch, 'got wet', 0)))).not.toContain('cure');
  });
  it('on the drip rack it is wet anyway', () => {
    const batch = during('drip');
    expect(take(batch, happen(batch, 'got wet', 5)).flag).toBeUndefined();
  });
});

describe('leaving a step out', () => {
  const leave = (batch: BatchState, kind: StepKind = currentStep(batch)!.kind) =>
    decideLeaveOut(
      batch,
      batch.steps.find((step) => step.kind === kind)!.id,
      'fell off by themselves',
      testBench,
      at(0),
    );
  it('takes it from the route and keeps why', () => {
    const batch = before('trim');
    const after = take(batch, leave(batch));
    expect(after.steps.some(({ kind }) => kind === 'trim')).toBe(false);
    expect(after.leftOut).toEqual([{ ...at(0), title: 'Clip supports', because: 'fell off by themselves' }]);
    expect(currentStep(after)!.kind).toBe('cure');
  });
  it.each(['look-matte', 'look-cured', 'dry', 'cure', 'seal', 'drip'] as const)('%s is never left out', (kind) => {
    const batch = before(kind);
    expect(leave(batch)).toMatchObject({ ok: false, refusal: { code: 'NOT_LEFT_OUT' } });
  });
  it('one of two washes can go, never the only one', () => {
    const batch = before('wash');
    const one = take(batch, leave(batch));
    expect(leave(one)).toMatchObject({ ok: false, refusal: { message: expect.stringContaining('not been washed') } });
  });
  it('the last bath of a run: the rest is planned from the time it has soaked', () => {
    const washed = play(
      testBatch(),
      (b) => b.steps.filter((s) => s.kind === 'wash' && s.state === 'done').length === 1,
    );
    const night = {
      ...washed.batch,
      steps: washed.batch.steps.map((s) =>
        s.kind === 'wash' && s.state === 'done' ? { ...s, endedAtMs: s.startedAtMs! + 50_000_000 } : s,
      ),
    };
    const after = take(night, decideLeaveOut(night, currentStep(night)!.id, 'enough', testBench, at(0)));
    const dry = (b: BatchState) => b.steps.find(({ kind }) => kind === 'dry')!.plannedS!;
    expect(dry(after)).toBeGreaterThan(10 * dry(night));
  });
  it('only what is next, before it is begun, and by no validated procedure', () => {
    expect(leave(before('wash'), 'trim')).toMatchObject({ ok: false, refusal: { code: 'NOT_NEXT' } });
    expect(leave(during('trim'))).toMatchObject({ ok: false, refusal: { code: 'NOT_NEXT' } });
    const exact = { ...before('trim'), card: { ...testCard, procedure: { reference: 'P 1' } as never } };
    expect(leave(exact)).toMatchObject({ ok: false, refusal: { code: 'PROCEDURE_ONLY' } });
  });
});
